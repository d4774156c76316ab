# Starts @TITLE@, which is in this archive. Any Python reads this file, so that one of the wrong
# release says what is the matter. The first start unpacks the archive into the user's cache.
import os
import sys

NAME = @NAME@
PREFIX = @PREFIX@
PLACE = @PLACE@
LEAST = @LEAST@
BEFORE = @BEFORE@


def end(what):
    sys.stderr.write("%s: %s\n" % (NAME, what))
    sys.exit(127)


def places():
    """Folders that it may be unpacked to, the best first."""
    import tempfile

    if os.name == "nt":
        cache = os.environ.get("LOCALAPPDATA") or os.path.expanduser("~")
    else:
        cache = os.environ.get("XDG_CACHE_HOME") or os.path.expanduser("~/.cache")
    own = "girdle-%s" % (os.getuid() if hasattr(os, "getuid") else "user")
    return [os.path.join(cache, "girdle-unpacked"), os.path.join(tempfile.gettempdir(), own)]


def is_own(folder):
    """Whether nobody else can have put something there."""
    if os.name == "nt":
        return True
    found = os.lstat(folder)
    return found.st_uid == os.getuid() and not found.st_mode & 0o022 and not os.path.islink(folder)


def unpacked(archive):
    last = None
    for place in places():
        home = os.path.join(place, PLACE)
        try:
            if not os.path.isdir(place):
                os.makedirs(place, 0o700)
            if not is_own(place):
                continue
            if not os.path.isfile(os.path.join(home, ".unpacked")):
                unpack(archive, home)
            return home
        except (IOError, OSError) as problem:
            last = problem
    end("it can be unpacked nowhere: %s" % (last or "the folders for it belong to somebody else"))


def unpack(archive, home):
    """Into a folder beside its place, which moves there in one step: first starts may meet."""
    import shutil
    import tempfile
    import zipfile

    fresh = tempfile.mkdtemp(dir=os.path.dirname(home), prefix=".part-")
    try:
        with zipfile.ZipFile(archive) as packed:
            for entry in packed.infolist():
                to = packed.extract(entry, fresh)
                mode = entry.external_attr >> 16
                if mode & 0o111 and os.path.isfile(to):
                    os.chmod(to, 0o755)
        open(os.path.join(fresh, ".unpacked"), "w").close()
        for attempt in range(2):
            try:
                os.rename(fresh, home)
                return
            except OSError:
                if os.path.isfile(os.path.join(home, ".unpacked")):
                    return  # another start was first
                shutil.rmtree(home, ignore_errors=True)  # one that was not brought to an end
    finally:
        shutil.rmtree(fresh, ignore_errors=True)


def main():
    if not LEAST <= tuple(sys.version_info[:3]) < BEFORE:
        end(@NEED_TEXT@ + " is needed, and this is Python %d.%d.%d in %s"
            % (tuple(sys.version_info[:3]) + (sys.executable,)))
    import json

    entries = json.loads(@ENTRIES@)
    wanted = os.environ.pop(PREFIX + "_ENTRY", "") or NAME
    if wanted not in entries:
        end("there is no entry %s; there is: %s" % (wanted, ", ".join(sorted(entries))))
    entry = entries[wanted]
    home = unpacked(os.path.dirname(os.path.abspath(__file__)))
    for name, value in entry["environment"].items():
        os.environ.setdefault(name, value)
    os.environ[PREFIX + "_PYTHON"] = sys.executable
    words = [sys.executable, "-I", "-S", "-B"] + entry["options"]
    words += [os.path.join(home, "start", "begin.py"), os.path.join(home, entry["words"][0])]
    words += entry["words"][1:] + sys.argv[1:]
    sys.stdout.flush()
    if os.name == "nt":
        import subprocess

        sys.exit(subprocess.call(words))
    os.execv(words[0], words)


main()
