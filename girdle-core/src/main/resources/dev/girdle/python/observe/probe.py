"""Writes down where the code comes from that a program runs; it is there only while it is watched."""
import os
import sys


def watch(folder):
    told = set()

    def tell(path):
        if isinstance(path, str) and path not in told and path.startswith("/"):
            told.add(path)
            with open(os.path.join(folder, "modules-%d.txt" % os.getpid()), "a") as log:
                log.write(path + "\n")

    def hook(event, arguments):
        if event == "exec":
            tell(getattr(arguments[0], "co_filename", None))
        elif event == "import":
            tell(arguments[1])

    sys.addaudithook(hook)
    for module in list(sys.modules.values()):
        tell(getattr(module, "__file__", None))


if os.environ.get("GIRDLE_SEEN"):
    watch(os.environ["GIRDLE_SEEN"])
