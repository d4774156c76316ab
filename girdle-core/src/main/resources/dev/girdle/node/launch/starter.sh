#!/bin/sh
{ # the shell reads all of this before it runs any of it, so that a file that was cut off says so
# Starts @TITLE@. README.txt, beside the folder of this file, tells what it needs.
#   @VARIABLE@_NODE        the Node.js program to start it with, or the folder that holds it
#   @VARIABLE@_NODE_OPTS   more options for Node.js, separated by spaces

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

node=
found=
# Takes a Node.js program if it is the first that will do.
consider() {
  if [ -n "$node" ] || [ -z "$1" ] || [ ! -f "$1" ] || [ ! -x "$1" ]; then
    return 0
  fi
  release=$("$1" --version 2>/dev/null) || release=
  case $release in
    v[0-9]*.[0-9]*)
      if is_from "${release#v}" @NEEDS@; then
        node=$1
      else
        found="$found
  found: Node.js ${release#v} in $1 ($2)"
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
if [ ! -r "$home/app/@ENTRY@" ]; then
  say "this starter was moved away from its folder; put it back into the bin folder of @TITLE@, or make a symbolic link to it"
  exit 127
fi

wanted=${@VARIABLE@_NODE-}
[ ! -d "$wanted" ] || { [ -x "$wanted/bin/node" ] && wanted=$wanted/bin/node; } || wanted=$wanted/node
consider "$wanted" '@VARIABLE@_NODE'
[ -z "$wanted" ] || [ -n "$node" ] || say "@VARIABLE@_NODE is $wanted, which is no @NEED_TEXT@; another is looked for"
@BUNDLED@rest=${PATH-}:
while [ -z "$node" ] && [ -n "$rest" ]; do
  folder=${rest%%:*}
  rest=${rest#*:}
  [ -z "$folder" ] || consider "$folder/node" 'on the path'
done
if [ -z "$node" ]; then
  for program in /usr/local/bin/node /usr/bin/nodejs /opt/node/bin/node /opt/nodejs/bin/node \
    /usr/local/lib/nodejs/*/bin/node /opt/homebrew/bin/node /usr/local/opt/node/bin/node \
    "${HOME:-/}"/.nvm/versions/node/*/bin/node "${HOME:-/}"/.local/share/fnm/node-versions/*/installation/bin/node; do
    consider "$program" 'in the usual places'
  done
fi
if [ -z "$node" ]; then
  say "@TITLE@ needs @NEED_TEXT@, and there is none here.$found
  Install it, or set @VARIABLE@_NODE to the program."
  exit 127
fi

@ENVIRONMENT@set -f
# shellcheck disable=SC2086
exec "$node"@FIXED_OPTIONS@ ${@VARIABLE@_NODE_OPTS-} "$home/app/@ENTRY@"@FIXED_ARGUMENTS@ "$@"
exit 126
}
