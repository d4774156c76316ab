"""The plan as a table for the wall."""


def printed(rows):
    width = max(len(ship.name) for ship, _ in rows)
    return "\n".join("%-*s  %s" % (width, ship.name, berth) for ship, berth in rows)
