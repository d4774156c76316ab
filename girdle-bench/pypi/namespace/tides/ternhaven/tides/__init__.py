from importlib.resources import files


def readings():
    return [float(line) for line in files(__name__).joinpath("water.txt").read_text().split()]
