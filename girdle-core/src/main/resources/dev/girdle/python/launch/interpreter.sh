#!/bin/sh
# The Python of @TITLE@ with all that belongs to the program: what the program itself starts as
# its interpreter (sys.executable). Takes what any Python takes.
self=$0
while [ -h "$self" ]; do
  link=$(PATH="/usr/bin:/bin:${PATH-}"; readlink "$self")
  case $link in /*) self=$link ;; *) self=${self%/*}/$link ;; esac
done
home=$(CDPATH='' cd -- "${self%/*}/.." && pwd -P)
python=@PYTHON@
if [ ! -x "$python" ]; then
  printf '%s: the program was not started by one of its starters in %s/bin\n' "$0" "$home" >&2
  exit 127
fi
# Options for Python itself stand first; they are moved behind all words, and then before them.
left=$#
moved=0
split=
while [ "$left" -gt 0 ]; do
  word=$1
  case $word in
    -c | -m | - | -[cm]?*) break ;;
    -V | -VV | --version | -h | --help) exec "$python" "$word" ;;
    -X | -W | --check-hash-based-pycs)
      shift
      set -- "$@" "$word"
      left=$((left - 1))
      moved=$((moved + 1))
      word=${1-}
      ;;
    -[!-]*[cm])
      split=-${word#"${word%?}"}
      word=${word%?}
      ;;
    -*) ;;
    *) break ;;
  esac
  shift
  set -- "$@" "$word"
  left=$((left - 1))
  moved=$((moved + 1))
  [ -z "$split" ] || break
done
# Now: what to run, its words, and behind them the options.
set -- "$home/start/begin.py" "$home/bin/@LABEL@" --interpreter ${split:+"$split"} "$@"
turn=$(($# - moved))
while [ "$turn" -gt 0 ]; do
  word=$1
  shift
  set -- "$@" "$word"
  turn=$((turn - 1))
done
exec "$python" -I -S -B "$@"
