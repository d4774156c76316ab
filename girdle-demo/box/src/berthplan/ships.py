"""The ships that wait in the roads."""
from dataclasses import dataclass


@dataclass(frozen=True)
class Ship:
    name: str
    length: float
    draught: float

    def fits(self, length, depth):
        return self.length <= length and self.draught + 0.5 <= depth


def waiting():
    return [
        Ship("Kittiwake", 62.0, 4.1),
        Ship("Sandpiper", 31.5, 2.2),
        Ship("Great Skua", 118.0, 7.4),
        Ship("Turnstone", 44.0, 3.0),
    ]
