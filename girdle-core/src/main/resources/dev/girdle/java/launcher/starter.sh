#!/bin/sh
{ # the shell reads all of this before it runs any of it, so that a file that was cut off says so
# Starts @TITLE@. @ABOUT@
#   @VARIABLE@_JAVA_HOME   the folder of the Java to start it with
#   @VARIABLE@_JAVA_OPTS   more options for Java, separated by spaces

needs=@NEEDS@
exactly=@EXACTLY@

say() {
  printf '@NAME@: %s\n' "$1" >&2
}

@UNIX_HEAD@

# Sets $release to the feature release of the Java in a folder, without starting it.
read_release() {
  release=
  [ -r "$1/release" ] || return 0
  while IFS= read -r entry || [ -n "$entry" ]; do
    case $entry in
      JAVA_VERSION=*)
        release=${entry#JAVA_VERSION=}
        release=${release#\"}
        release=${release%%[!0-9.]*}
        release=${release#1.}
        release=${release%%.*}
        # a number that no release has
        case $release in ????*) release= ;; esac
        ;;
    esac
  done < "$1/release"
}

java=
found=
stored=
# Takes the Java in a folder if it is the first that will do.
consider() {
  if [ -n "$java" ] || [ -z "$1" ] || [ ! -x "$1/bin/java" ]; then
    return 0
  fi
  read_release "$1"
  if [ -z "$release" ]; then
    found="$found
  found: a Java in $1 that does not tell its release ($2)"
  elif [ -n "$exactly" ] && [ "$release" -eq "$needs" ]; then
    java=$1/bin/java
  elif [ -z "$exactly" ] && [ "$release" -ge "$needs" ]; then
    java=$1/bin/java
  else
    found="$found
  found: Java $release in $1 ($2)"
  fi
}

self=$0
case $self in
  */*) ;;
  *) if [ -f "./$self" ]; then self=./$self; else self=$(command -v -- "$self"); fi ;;
esac
follow "$self"
@PLACE@case $home in
  *:*)
    say "Java cannot start anything from a folder with a colon in its name: $home"
    exit 127
    ;;
esac

wanted=${@VARIABLE@_JAVA_HOME-}
consider "$wanted" '@VARIABLE@_JAVA_HOME'
[ -z "$wanted" ] || [ -n "$java" ] || say "@VARIABLE@_JAVA_HOME is $wanted, which is no @NEED_TEXT@; another is looked for"
@BUNDLED@consider "${JAVA_HOME-}" 'JAVA_HOME'
rest=${PATH-}:
while [ -z "$java" ] && [ -n "$rest" ]; do
  folder=${rest%%:*}
  rest=${rest#*:}
  if [ -n "$folder" ] && [ -x "$folder/java" ]; then
    follow "$folder/java"
    consider "${real%/bin/java}" 'on the path'
  fi
done
if [ -z "$java" ]; then
  for folder in /usr/lib/jvm/* /usr/lib64/jvm/* /usr/local/lib/jvm/* /usr/java/* /opt/java/* \
    /opt/*jdk* /opt/*jre* /Library/Java/JavaVirtualMachines/*/Contents/Home \
    "${HOME:-/}"/Library/Java/JavaVirtualMachines/*/Contents/Home "${HOME:-/}"/.jdks/*; do
    consider "$folder" 'in the usual places'
  done
fi
if [ -z "$java" ]; then
  say "@TITLE@ needs @NEED_TEXT@, and there is none here.$found
  Install it, or set @VARIABLE@_JAVA_HOME to its folder."
  exit 127
fi

# Java takes the language of file names from the locale, and knows only ASCII without one.
locale=${LC_ALL:-${LC_CTYPE:-${LANG-}}}
case $locale in
  '' | C | POSIX)
    case $home$PWD$* in
      *[!\ -~]*)
        if [ -n "${LC_ALL-}" ]; then LC_ALL=C.UTF-8; else LC_CTYPE=C.UTF-8; fi
        export LC_CTYPE
        ;;
    esac
    ;;
esac

case $home in
  *[!\ -~]*)
    if [ -n "$(printf '%s' "$home" | iconv -f UTF-8 -t UTF-8 2>&1 >/dev/null)" ] && command -v iconv >/dev/null; then
      say "Java cannot start anything from a folder whose name is not UTF-8: $home"
      exit 127
    fi
    ;;
esac

@ENVIRONMENT@options=
[ "$release" -lt 9 ] || options='@OPTIONS@'
set -f
# shellcheck disable=SC2086
exec "$java" $options@FIXED_OPTIONS@ ${@VARIABLE@_JAVA_OPTS-} @LAUNCH@@FIXED_ARGUMENTS@ "$@"
exit 126
}
