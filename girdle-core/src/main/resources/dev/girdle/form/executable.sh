#!/bin/sh
{ # the shell reads all of this before it runs any of it, so that a file that was cut off says so
# girdle-payload @OFFSET@ @SIZE@ @DIGEST@
# @TITLE@, a program in one file. Make it executable and start it; nothing has to be installed.
# The first start unpacks it into a folder of yours, later ones go straight through.
#   @VARIABLE@_UNPACK_DIR   where it unpacks; else the cache folder of the user
#   @VARIABLE@_ENTRY        which of its programs is started, if it has several
#   @VARIABLE@_FILE         what is asked of this file, in place of starting the program:
#                     where, unpack (and mend), verify, clean (removes what other releases unpacked)

name=@NAME@
folder=@NAME@-@SHORT@
offset=@OFFSET@
size=@SIZE@
digest=@DIGEST@
entry=@MAIN@

say() {
  printf '%s: %s\n' "$name" "$1" >&2
}

@UNIX_HEAD@

# With a path that is empty, the usual programs of the system are used.
path_is_set=${PATH+yes}
path=${PATH-}
PATH=${path:-/usr/bin:/bin}

# Whether a folder belongs to this user and is closed to others. What others can write to could be
# theirs by now.
is_ours() {
  [ -d "$1" ] && [ ! -h "$1" ] && [ -O "$1" ] || return 1
  case $(ls -ld "$1") in
    drwx------*) return 0 ;;
    *) return 1 ;;
  esac
}

# Sets $base to the folder of this user for what such files unpack: the one that is named, else the
# first, else the second of two.
choose_base() {
  base=${@VARIABLE@_UNPACK_DIR-}
  if [ -n "$base" ]; then
    [ "$1" = 1 ] || return 1
    make_base && return 0
    problem="cannot unpack into $base: it has to be a folder that can be written, belongs to you and is closed to others (chmod 700)"
    return 1
  fi
  if [ "$1" = 2 ]; then
    base=${TMPDIR:-/tmp}/girdle-run-$(id -u)
  elif [ -n "${XDG_CACHE_HOME-}" ]; then
    base=$XDG_CACHE_HOME/girdle-run
  elif [ -n "${HOME-}" ]; then
    base=$HOME/.cache/girdle-run
  else
    return 1
  fi
  make_base && return 0
  problem="$problem${problem:+; }cannot unpack into $base"
  return 1
}

make_base() {
  if [ ! -d "$base" ]; then
    (umask 077 && mkdir -p "$base") 2>/dev/null || [ -d "$base" ] || return 1
  fi
  is_ours "$base" && { [ -d "$base/$folder" ] || [ -w "$base" ]; }
}

# Whether a file can be run; its folder may be mounted so that none can.
can_run() {
  [ -x "$1" ] && return 0
  problem="$problem${problem:+; }programs cannot be run from $base"
  return 1
}

drop() {
  [ -z "$work" ] || remove "$work"
}

# Somebody who was just killed may still be writing into it.
remove() {
  rm -rf "$1" 2>/dev/null || { sleep 1; rm -rf "$1" 2>/dev/null; }
}

# What was left behind by first starts that were killed.
sweep() {
  for left in "$base/.$folder".*; do
    if [ -d "$left" ]; then
      [ "${left##*.}" != "$$" ] && kill -0 "${left##*.}" 2>/dev/null || remove "$left"
    fi
  done
}

# 1 if the payload is not what it was made as; 3 if that cannot be told.
is_unaltered() {
  found=$(tail -c "+$((offset + 1))" "$self" | sha256sum 2>/dev/null) || return 3
  [ "${found%% *}" = "$digest" ]
}

# Unpacks into $work; tells in $problem why it cannot. What steers the programs that unpack is not
# for them.
extract() {
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
  trap 'drop; trap - 0; exit 129' 1
  trap 'drop; trap - 0; exit 130' 2
  trap 'drop; trap - 0; exit 143' 15
  trap drop 0
  if ! mkdir -m 700 "$work" 2>/dev/null; then
    problem="$problem${problem:+; }cannot write to $base"
    work=
    return 1
  fi
  if : > "$work/.try" && chmod 700 "$work/.try" && ! can_run "$work/.try"; then
    drop
    work=
    return 1
  fi 2>/dev/null
  rm -f "$work/.try"
  if (
    unset TAR_OPTIONS TAPE GZIP GZIP_OPT XZ_OPT XZ_DEFAULTS ZSTD_CLEVEL ZSTD_NBTHREADS
    tail -c "+$((offset + 1))" "$self" \
      | { @UNPACKER@ -dc 2>/dev/null || : > "$work/.damaged"; } \
      | tar -xf - -C "$work" 2>/dev/null
  ) && [ ! -e "$work/.damaged" ]; then
    # last, and with all names, so that it can be told later whether something has gone
    names=$(cd "$work" && find . ! -type d 2>/dev/null)
    list=$work/.unpacked
    note && note && return 0 # the second time, so that it is no older than its folder
  fi
  drop
  work=
  is_unaltered
  if [ $? -eq 1 ]; then
    say "this file was altered, or is not whole; fetch it again"
    exit 126
  fi
  problem="$problem${problem:+; }could not be unpacked into $base: the disk may be full, or this file damaged (@VARIABLE@_FILE=verify tells)"
  return 1
}

# Writes down what there is to be.
note() {
  { printf '%s\n' "$names" > "$list"; } 2>/dev/null
}

unpack() {
  extract || return 1
  # in one step; whoever comes second finds the work done
  if ! mv -T "$work" "$base/$folder" 2>/dev/null; then
    [ -d "$base/$folder" ] || mv "$work" "$base/$folder"
  fi
  finish
}

finish() {
  drop
  work=
  trap - 0 1 2 15
}

# Whether all that was unpacked is still there. Names are looked at one by one only if something was
# put into a folder, or taken from it, since they were last looked at.
is_whole() {
  list=$base/$folder/.unpacked
  [ -r "$list" ] || return 1
  changed=
  for inside in@FOLDERS@; do
    if [ ! -d "$base/$folder/$inside" ]; then return 1; fi
    if [ "$base/$folder/$inside" -nt "$list" ]; then changed=yes; fi
  done
  [ -n "$changed" ] || return 0
  names=
  while IFS= read -r inside; do
    [ -e "$base/$folder/$inside" ] || [ -z "$inside" ] || return 1
    names="$names${names:+
}$inside"
  done < "$list"
  note
  return 0
}
@SAME@
# Sets $altered to the number of files that are not what was unpacked, and puts them back if that is
# wanted. All else that lies there stays.
compare() {
  altered=0
  while IFS= read -r inside; do
    if [ -n "$inside" ] && ! @IS_SAME@ "$work/$inside" "$base/$folder/$inside"; then
      altered=$((altered + 1))
      if [ "$1" = mend ]; then
        mkdir -p "$base/$folder/${inside%/*}" && @MAKE_ROOM@mv -f "$work/$inside" "$base/$folder/$inside" || return 1
      fi
    fi
  done < "$work/.unpacked"
  if [ "$1" = mend ]; then
    mv -f "$work/.unpacked" "$base/$folder/.unpacked"
  fi
}

mend() {
  extract || return 1
  if ! compare mend 2>/dev/null; then
    problem="$problem${problem:+; }what was unpacked into $base is damaged and cannot be mended: the disk may be full"
    finish
    return 1
  fi
  finish
}

# Sees to it that the program lies unpacked in the base.
provide() {
  if [ ! -d "$base/$folder" ]; then
    unpack
  elif [ "$1" = again ] || ! is_whole; then
    mend
  fi
}

verify() {
  is_unaltered
  case $? in
    1) say "this file was altered, or is not whole; fetch it again"; exit 1 ;;
    3) say "there is no sha256sum here to verify it with"; exit 3 ;;
  esac
  problem=
  for number in 1 2; do
    if choose_base "$number" && [ -d "$base/$folder" ] && command -v cmp >/dev/null 2>&1; then
      extract || { say "$problem"; exit 3; }
      compare look
      finish
      if [ "$altered" -gt 0 ]; then
        say "this file is whole; of what it has unpacked into $base/$folder, $altered of the files are missing or altered: @VARIABLE@_FILE=unpack puts them back"
        exit 1
      fi
    fi
  done
  printf '%s\n' "whole and unaltered"
  exit 0
}

work=
problem=
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

asked=${@VARIABLE@_FILE-}
case $asked in
  '' | where | unpack) ;;
  verify) verify ;;
  clean)
    for number in 1 2; do
      if choose_base "$number"; then
        for old in "$base/$name"-*; do
          [ "$old" = "$base/$folder" ] || [ ! -d "$old" ] || rm -rf "$old"
        done
        sweep
      fi
    done
    exit 0
    ;;
  *)
    say "@VARIABLE@_FILE is $asked; it can be where, unpack, verify or clean"
    exit 2
    ;;
esac
is_there=
for number in 1 2; do
  if choose_base "$number"; then
    if [ -e "$base/$folder/bin/$entry" ] && ! can_run "$base/$folder/bin/$entry"; then continue; fi
    if [ "$asked" = where ] || provide "${asked:+again}"; then
      is_there=yes
      break
    fi
  fi
done
if [ -z "$is_there" ]; then
  if [ -z "${@VARIABLE@_UNPACK_DIR-}" ]; then
    problem="there is no folder to unpack into: $problem; @VARIABLE@_UNPACK_DIR names another"
  fi
  say "$problem"
  exit 126
fi
if [ -n "$asked" ]; then
  printf '%s\n' "$base/$folder"
  exit 0
fi
entry=${@VARIABLE@_ENTRY:-$entry}
if [ ! -x "$base/$folder/bin/$entry" ]; then
  say "there is no program $entry in this file; there are: @ENTRIES@"
  exit 2
fi
GIRDLE_ARTIFACT=$self
export GIRDLE_ARTIFACT
if [ -n "$path_is_set" ]; then PATH=$path; else unset PATH; fi
exec "$base/$folder/bin/$entry" "$@"
exit 126
}
