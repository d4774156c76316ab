"""Compiles the sources that are named on standard input, each by a line: where it lies, where its
byte code goes, and what it is called in messages. The same source gives the same bytes.
"""
import _imp
import importlib.util
import io
import marshal
import sys
import warnings


def keep(value, kept):
    """Holds on to all that code is made of: what only one holder has, is written in another way,
    and who else holds a text depends on what was compiled before."""
    kept.append(value)
    if hasattr(value, "co_consts"):
        for name in ("co_consts", "co_names", "co_varnames", "co_freevars", "co_cellvars",
                     "co_filename", "co_name", "co_qualname"):
            keep(getattr(value, name, None), kept)
    elif isinstance(value, (tuple, frozenset)):
        for one in value:
            keep(one, kept)


def code_of(path, shown):
    with io.open(path, "rb") as file:
        source = file.read()
    code = compile(source, shown, "exec", dont_inherit=True, optimize=0)
    kept = []
    keep(code, kept)
    unchecked = (1).to_bytes(4, "little")
    digest = _imp.source_hash(importlib.util._RAW_MAGIC_NUMBER, source)
    return importlib.util.MAGIC_NUMBER + unchecked + digest + marshal.dumps(code)


warnings.simplefilter("ignore")
for line in io.TextIOWrapper(sys.stdin.buffer, "utf-8", newline="\n"):
    path, to, shown = line.rstrip("\n").split("\t")
    try:
        code = code_of(path, shown)
    except (SyntaxError, ValueError, RecursionError, MemoryError):
        continue
    with io.open(to, "wb") as file:
        file.write(code)
