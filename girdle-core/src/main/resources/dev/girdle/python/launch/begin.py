"""Starts a program that was sealed with all that it needs: makes its packages known to Python, and
nothing else of this machine, and runs what it is told to run.

begin.py STARTER script PATH | module NAME | call MODULE:FUNCTION, and the program's arguments.
begin.py STARTER --interpreter WORDS: what any Python takes behind its own options.
"""
import os
import sys

OWN = @OWN@
OTHERS = @OTHERS@


def places():
    home = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))

    def at(place):
        return os.path.join(home, *place.split("/"))

    own = [at(p) for p in OWN if os.path.isdir(at(p))]
    sys.path[:] = own + [p for p in sys.path if p != os.path.dirname(os.path.abspath(__file__))]
    import site

    site.ENABLE_USER_SITE = False
    for place in OTHERS:
        if os.path.isdir(at(place)):
            site.addsitedir(at(place))
    data = os.path.join(home, "data")
    if os.path.isdir(data):  # what was installed beside packages is looked for there
        sys.prefix = sys.exec_prefix = data
    for name in ("setquit", "setcopyright", "sethelper"):
        getattr(site, name, int)()
    # scripts that windows are made of, which have to be of the release of their library
    library = os.path.join(home, "runtime", "lib")
    for kind in ("tcl", "tk"):
        for folder in os.listdir(library) if os.path.isdir(library) else ():
            if folder[: len(kind)] == kind and folder[len(kind) :].replace(".", "").isdigit():
                os.environ.setdefault(kind.upper() + "_LIBRARY", os.path.join(library, folder))
    lend = os.path.join(home, "start", "lend.py")
    if os.path.isfile(lend):
        lent = {}
        with open(lend, encoding="utf-8") as file:
            exec(compile(file.read(), lend, "exec"), lent)
        lent["lend"](os.path.join(home, "runtime", "share"))
    interpreter = os.path.join(home, "start", "python")
    if os.name == "posix" and os.path.isfile(interpreter):
        sys.executable = interpreter
        if hasattr(sys, "_base_executable"):
            sys._base_executable = interpreter
    return home, at


def tell_where():
    """Byte code without a source tells where it lies now, as that with a source does."""
    import _imp
    from _frozen_importlib_external import SourcelessFileLoader

    get_code = SourcelessFileLoader.get_code

    def code_of(self, name):
        code = get_code(self, name)
        _imp._fix_co_filename(code, self.path[:-1])
        return code

    SourcelessFileLoader.get_code = code_of


def script(path, arguments):
    from _frozen_importlib_external import SourceFileLoader, SourcelessFileLoader

    path = os.path.abspath(path)
    sys.argv[:] = [path] + arguments
    alone = path + ("c" if path.endswith(".py") else ".script.pyc")
    if not os.path.exists(path) and os.path.isfile(alone):
        path = alone  # its source stayed behind
    place = os.path.dirname(path)
    if place in sys.path:
        sys.path.remove(place)
    sys.path.insert(0, place)
    kind = SourcelessFileLoader if path.endswith(".pyc") else SourceFileLoader
    loader = kind("__main__", path)
    code = loader.get_code("__main__")
    main = sys.modules["__main__"].__dict__
    for name in list(main):
        if name not in ("__builtins__", "__name__"):
            del main[name]
    main.update(__file__=path, __loader__=loader, __spec__=None, __package__=None, __cached__=None)
    exec(code, main)


def module(name, arguments):
    import runpy

    sys.argv[1:] = arguments
    runpy._run_module_as_main(name, alter_argv=True)


def call(starter, entry, arguments):
    import importlib

    name, _, path = entry.partition(":")
    sys.argv[:] = [starter] + arguments
    found = importlib.import_module(name)
    for part in path.split("."):
        found = getattr(found, part)
    sys.exit(found())


def interpreter(words):
    """What the program starts as its interpreter: -c CODE, -m MODULE, a file."""
    if words and words[0][:2] in ("-c", "-m") and len(words[0]) > 2:
        words[:1] = [words[0][:2], words[0][2:]]
    if words and words[0] == "-c":
        sys.argv[:] = ["-c"] + words[2:]
        sys.path.insert(0, "")
        main = sys.modules["__main__"].__dict__
        for name in ("OWN", "OTHERS", "places", "script", "module", "call", "interpreter", "tell_where", "run"):
            main.pop(name, None)
        main.pop("__file__", None)
        exec(compile(words[1], "<string>", "exec"), main)
    elif words and words[0] == "-m":
        sys.path.insert(0, "")
        module(words[1], words[2:])
    elif words and words[0] != "-":
        script(words[0], words[1:])
    else:
        import code

        sys.argv[:] = [""]
        if sys.stdin.isatty():
            code.interact(local={"__name__": "__main__"})
        else:
            exec(compile(sys.stdin.read(), "<stdin>", "exec"), {"__name__": "__main__"})


def run():
    home, at = places()
    tell_where()
    seen = os.environ.get("GIRDLE_SEEN")  # set while it is rehearsed
    if seen:
        with open(os.path.join(seen, "sitecustomize.py")) as probe:
            exec(compile(probe.read(), "probe", "exec"), {"__name__": "probe"})
    starter, kind = sys.argv[1:3]
    if kind == "--interpreter":
        interpreter(sys.argv[3:])
    elif kind == "script":
        script(at(sys.argv[3]), sys.argv[4:])
    elif kind == "module":
        module(sys.argv[3], sys.argv[4:])
    else:
        call(starter, sys.argv[3], sys.argv[4:])


if __name__ == "__main__":
    run()
