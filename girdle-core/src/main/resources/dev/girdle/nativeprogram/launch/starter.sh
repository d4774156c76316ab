#!/bin/sh
{ # the shell reads all of this before it runs any of it, so that a file that was cut off says so
# Starts @TITLE@. README.txt, beside the folder of this file, tells more.

say() {
  printf '@NAME@: %s\n' "$1" >&2
}

@UNIX_HEAD@

self=$0
case $self in
  */*) ;;
  *) if [ -f "./$self" ]; then self=./$self; else self=$(command -v -- "$self"); fi ;;
esac
follow "$self"
home=$(CDPATH='' cd -- "${real%/*}/.." 2>/dev/null && pwd -P)
missing=
for file in @FILES@; do
  [ -e "$home/$file" ] || missing="$missing
  $file"
done
if [ -n "$missing" ]; then
  say "this starter was moved away from its folder, or the folder is not whole; put it back into the bin folder of @TITLE@, or make a symbolic link to it. Beside it, this is missing:$missing"
  exit 127
fi

@ENVIRONMENT@@PATHS@@LIBRARIES@exec @COMMAND@@WORDS@ "$@"
exit 126
}
