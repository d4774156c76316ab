#!/bin/sh
# @TITLE@, a program in one file. Make it executable and start it; nothing has to be installed.
# girdle-payload @OFFSET@ @SIZE@ @DIGEST@
# The first start unpacks it into a folder of yours, later ones go straight through.
#   @VARIABLE@_UNPACK_DIR   where it unpacks; else the cache folder of the user
#   @VARIABLE@_ENTRY        which of its programs is started, if it has several
#   @VARIABLE@_FILE         what is asked of this file, in place of starting the program:
#                     where, unpack, verify, clean (removes what other releases unpacked)

name=@NAME@
folder=@NAME@-@SHORT@
offset=@OFFSET@
size=@SIZE@
digest=@DIGEST@
entry=@ENTRY@
unset IFS

say() {
  printf '%s: %s\n' "$name" "$1" >&2
}

# Sets $real to the file behind a path, through symbolic links.
follow() {
  real=$1
  hops=0
  while [ -h "$real" ] && [ "$hops" -lt 40 ]; do
    hops=$((hops + 1))
    link=$(readlink "$real")
    case $link in
      /*) real=$link ;;
      *) real=${real%/*}/$link ;;
    esac
  done
}

# Whether a folder belongs to this user and is closed to others. What others can write to could be
# theirs by now.
is_ours() {
  [ -d "$1" ] && [ ! -h "$1" ] && [ -O "$1" ] || return 1
  case $(ls -ld "$1") in
    drwx------*) return 0 ;;
    *) return 1 ;;
  esac
}

# Sets $base to the folder of this user for what such files unpack.
find_base() {
  base=${@VARIABLE@_UNPACK_DIR-}
  [ -n "$base" ] || [ -z "${XDG_CACHE_HOME-}" ] || base=$XDG_CACHE_HOME/girdle-run
  [ -n "$base" ] || [ -z "${HOME-}" ] || base=$HOME/.cache/girdle-run
  if [ -n "$base" ] && make_base; then
    return 0
  fi
  if [ -n "${@VARIABLE@_UNPACK_DIR-}" ]; then
    say "cannot unpack into $base: it has to be a folder that can be written, belongs to you and is closed to others (chmod 700)"
    exit 126
  fi
  base=${TMPDIR:-/tmp}/girdle-run-$(id -u)
  make_base && return 0
  say "there is no folder to unpack into: neither ${HOME-no home}/.cache nor $base can be used; set @VARIABLE@_UNPACK_DIR to one"
  exit 126
}

make_base() {
  if [ ! -d "$base" ]; then
    (umask 077 && mkdir -p "$base") 2>/dev/null || [ -d "$base" ] || return 1
  fi
  is_ours "$base" && { [ -d "$base/$folder" ] || [ -w "$base" ]; }
}

drop() {
  [ -z "$work" ] || rm -rf "$work"
}

# What was left behind by first starts that were killed.
sweep() {
  for left in "$base/.$folder".*; do
    if [ -d "$left" ] && ! kill -0 "${left##*.}" 2>/dev/null; then
      rm -rf "$left"
    fi
  done
}

unpack() {
  there=$(wc -c < "$self")
  if [ "$((there))" -ne "$((offset + size))" ]; then
    say "this file is not whole: it has $((there)) bytes of $((offset + size)). Fetch it again."
    exit 126
  fi
  if ! command -v @UNPACKER@ >/dev/null 2>&1; then
    say "this file is compressed with @UNPACKER@, and there is none here; install it, or ask for a file that is compressed with gzip"
    exit 126
  fi
  sweep
  work=$base/.$folder.$$
  trap 'drop; trap - 0; exit 130' 1 2 15
  trap drop 0
  if ! mkdir -m 700 "$work" 2>/dev/null; then
    say "cannot write to $base"
    exit 126
  fi
  if ! { tail -c "+$((offset + 1))" "$self" \
      | { @UNPACKER@ -dc 2>/dev/null || : > "$work/.damaged"; } \
      | tar -xf - -C "$work" 2>/dev/null; } || [ -e "$work/.damaged" ]; then
    say "could not be unpacked into $base: the disk may be full, or this file damaged (@VARIABLE@_FILE=verify tells)"
    exit 126
  fi
  # in one step; whoever comes second finds the work done
  if ! mv -T "$work" "$base/$folder" 2>/dev/null; then
    [ -d "$base/$folder" ] || mv "$work" "$base/$folder"
  fi
  drop
  work=
  trap - 0 1 2 15
}

verify() {
  if found=$(tail -c "+$((offset + 1))" "$self" | sha256sum 2>/dev/null); then
    if [ "${found%% *}" = "$digest" ]; then
      printf '%s\n' "whole and unaltered"
      exit 0
    fi
    say "this file was altered, or is not whole; fetch it again"
    exit 1
  fi
  say "there is no sha256sum here to verify it with"
  exit 3
}

work=
self=$0
case $self in
  */*) ;;
  *) if [ -f "./$self" ]; then self=./$self; else self=$(command -v -- "$self"); fi ;;
esac
follow "$self"
case $real in
  /*) self=$real ;;
  *) self=$(pwd -P)/$real ;;
esac

case ${@VARIABLE@_FILE-} in
  '' | where | unpack | clean) ;;
  verify) verify ;;
  *)
    say "@VARIABLE@_FILE is $@VARIABLE@_FILE; it can be where, unpack, verify or clean"
    exit 2
    ;;
esac
find_base
case ${@VARIABLE@_FILE-} in
  where)
    printf '%s\n' "$base/$folder"
    exit 0
    ;;
  clean)
    for old in "$base/$name"-*; do
      [ "$old" = "$base/$folder" ] || [ ! -d "$old" ] || rm -rf "$old"
    done
    sweep
    exit 0
    ;;
esac
[ -d "$base/$folder" ] || unpack
if [ -n "${@VARIABLE@_FILE-}" ]; then
  printf '%s\n' "$base/$folder"
  exit 0
fi
[ -z "${@VARIABLE@_ENTRY-}" ] || entry=$@VARIABLE@_ENTRY
if [ ! -x "$base/$folder/bin/$entry" ]; then
  say "there is no program $entry in this file; there are: @ENTRIES@"
  exit 2
fi
GIRDLE_ARTIFACT=$self
export GIRDLE_ARTIFACT
exec "$base/$folder/bin/$entry" "$@"
