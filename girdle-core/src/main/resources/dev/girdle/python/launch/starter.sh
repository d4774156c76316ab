#!/bin/sh
{ # the shell reads all of this before it runs any of it, so that a file that was cut off says so
# Starts @TITLE@. README.txt, beside the folder of this file, tells what it needs.
#   @VARIABLE@_PYTHON        the Python to start it with, or the folder that holds it
#   @VARIABLE@_PYTHON_OPTS   more options for Python, separated by spaces

say() {
  printf '@NAME@: %s\n' "$1" >&2
}

@UNIX_HEAD@

# Whether the release $1 is not older than the release $2, by their numbers.
is_from() {
  have=$1.
  need=$2.
  while [ -n "$need" ]; do
    h=${have%%.*}
    n=${need%%.*}
    case $h in '' | *[!0-9]* | ??????*) h=0 ;; esac
    [ "$h" -eq "$n" ] || { [ "$h" -gt "$n" ]; return; }
    have=${have#*.}
    need=${need#*.}
  done
}

before=@BEFORE@
python=
found=
# Takes a Python if it is the first that will do.
consider() {
  if [ -n "$python" ] || [ -z "$1" ] || [ ! -f "$1" ] || [ ! -x "$1" ]; then
    return 0
  fi
  # what is found may be a script that looks for the program, each time that it is started
  release=$("$1" -I -S -c 'import sys; print("%s %d.%d.%d" % ((sys.implementation.name,) + sys.version_info[:3])); print(sys.executable)' 2>/dev/null) || release=
  program=${release#*
}
  release=${release%%
*}
  case $release in
    "cpython "[0-9]*.[0-9]*)
      release=${release#cpython }
      if is_from "$release" @NEEDS@ && { [ -z "$before" ] || ! is_from "$release" "$before"; }; then
        python=$1
        [ ! -x "$program" ] || python=$program
      else
        found="$found
  found: Python $release in $1 ($2)"
      fi
      ;;
    *)
      found="$found
  found: a program that does not tell its release in $1 ($2)"
      ;;
  esac
}

self=$0
case $self in
  */*) ;;
  *) if [ -f "./$self" ]; then self=./$self; else self=$(command -v -- "$self"); fi ;;
esac
follow "$self"
home=$(CDPATH='' cd -- "${real%/*}/.." 2>/dev/null && pwd -P)
if [ ! -r "$home/start/begin.py" ]; then
  say "this starter was moved away from its folder; put it back into the bin folder of @TITLE@, or make a symbolic link to it"
  exit 127
fi

wanted=${@VARIABLE@_PYTHON-}
[ ! -d "$wanted" ] || { [ -x "$wanted/bin/python3" ] && wanted=$wanted/bin/python3; } || wanted=$wanted/python3
consider "$wanted" '@VARIABLE@_PYTHON'
[ -z "$wanted" ] || [ -n "$python" ] || say "@VARIABLE@_PYTHON is $wanted, which is no @NEED_TEXT@; another is looked for"
@BUNDLED@for name in python3 @NAMES@; do
  rest=${PATH-}:
  while [ -z "$python" ] && [ -n "$rest" ]; do
    folder=${rest%%:*}
    rest=${rest#*:}
    [ -z "$folder" ] || consider "$folder/$name" 'on the path'
  done
done
if [ -z "$python" ]; then
  for place in /usr/bin/python3 /usr/local/bin/python3 /usr/bin/python3.[0-9]* /usr/local/bin/python3.[0-9]* \
    /opt/homebrew/bin/python3* /Library/Frameworks/Python.framework/Versions/3.*/bin/python3 \
    /opt/python*/bin/python3 "${HOME:-/}"/.pyenv/versions/*/bin/python3 \
    "${HOME:-/}"/.local/share/uv/python/*/bin/python3; do
    case $place in *-config) ;; *) consider "$place" 'in the usual places' ;; esac
  done
fi
if [ -z "$python" ]; then
  say "@TITLE@ needs @NEED_TEXT@, and there is none here.$found
  Install it, or set @VARIABLE@_PYTHON to the program."
  exit 127
fi

@ENVIRONMENT@@VARIABLE@_PYTHON=$python
export @VARIABLE@_PYTHON
set -f
# shellcheck disable=SC2086
exec "$python" -I -S -B@FIXED_OPTIONS@ ${@VARIABLE@_PYTHON_OPTS-} "$home/start/begin.py" "$home/bin/@LABEL@" @ENTRY@@FIXED_ARGUMENTS@ "$@"
exit 126
}
