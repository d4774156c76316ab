"""Plans which ship lies at which berth of Ternhaven, by length and draught."""
import argparse
import csv
import importlib
from pathlib import Path

from ships import Ship, waiting

HERE = Path(__file__).parent
BERTHS = HERE / "data" / "berths.csv"


def berths():
    with open(BERTHS, newline="", encoding="utf-8") as file:
        return list(csv.DictReader(file))


def plan():
    """Each ship gets the shortest free berth that is long and deep enough."""
    free = sorted(berths(), key=lambda b: float(b["length"]))
    for ship in sorted(waiting(), key=lambda s: -s.draught):
        fitting = [b for b in free if ship.fits(float(b["length"]), float(b["depth"]))]
        if fitting:
            free.remove(fitting[0])
        yield ship, fitting[0]["berth"] if fitting else "roads"


def main():
    options = argparse.ArgumentParser(prog="berthplan", description=__doc__)
    options.add_argument("--as", dest="form", choices=["table", "lines"], default="table")
    # how it is printed is chosen by name: layout_table.py, layout_lines.py
    layout = importlib.import_module("layout_" + options.parse_args().form)
    print(layout.printed(list(plan())))


if __name__ == "__main__":
    main()
