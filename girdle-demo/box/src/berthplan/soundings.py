"""Draws the soundings of last spring; the planning does without."""
import matplotlib.pyplot as plot


def draw(depths):
    plot.plot(depths)
    plot.savefig("soundings.png")
