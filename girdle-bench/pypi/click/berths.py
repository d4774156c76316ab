import os

os.environ["TERM"] = "xterm"  # what is drawn depends on it
import click
from rich.console import Console
from rich.markdown import Markdown
from rich.syntax import Syntax
from rich.table import Table


@click.group()
def main():
    """Berths of Ternhaven."""


@main.command()
@click.option("--depth", type=float, default=0)
def show(depth):
    console = Console(width=60, force_terminal=True, color_system="standard")
    table = Table("berth", "depth")
    for name, its in (("north", 7.5), ("south", 4.0)):
        if its >= depth:
            table.add_row(name, f"{its:.1f}")
    console.print(table)
    console.print(Syntax("def depth(): return 7.5", "python"))
    console.print(Markdown("# Berths\n* north\n* south"))


if __name__ == "__main__":
    main()
