import sys
from importlib.metadata import entry_points, version


def main():
    for quay in entry_points(group="tidetool.quays"):
        if quay.name in sys.argv:
            print(version("tidetool"), quay.load()())
