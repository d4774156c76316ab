"""The plan as lines for other programs."""


def printed(rows):
    return "\n".join("%s;%s" % (ship.name, berth) for ship, berth in rows)
