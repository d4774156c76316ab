from ternhaven.tides import readings


def open_at(depth):
    return [one for one in readings() if one >= depth]
