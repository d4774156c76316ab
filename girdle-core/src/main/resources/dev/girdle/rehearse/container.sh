#!/bin/sh
# Runs the program of an image in its own root folder. Runs in mount and process namespaces of its own,
# so that all that is mounted here is gone with it.
#   container.sh ROOT WHOM FOLDER PROGRAM ARGUMENTS
#     ROOT    the unpacked image
#     WHOM    the numbers of the user and group that it runs as; empty to stay who one is
#     FOLDER  where it is started, in the image
# Its variables stand in the file "environment" beside this one, each on a line.
set -eu
root=$1
whom=$2
folder=$3
shift 3
here=${0%/*}
mount --bind "$root" "$root"
mkdir -p "$root/proc" "$root/dev" "$root/sys" "$root/etc" "$root$folder"
mount -t proc proc "$root/proc"
mount -t tmpfs -o mode=755 girdle "$root/dev"
for device in null zero full random urandom tty; do
  : > "$root/dev/$device"
  mount --bind "/dev/$device" "$root/dev/$device" 2>/dev/null || :
done
ln -s /proc/self/fd "$root/dev/fd"
mkdir "$root/dev/pts"
if mount -t devpts -o newinstance,ptmxmode=0666,mode=620 girdle "$root/dev/pts" 2>/dev/null; then
  ln -s pts/ptmx "$root/dev/ptmx"
fi
mkdir -m 1777 "$root/dev/shm"
for file in resolv.conf hosts hostname; do
  if [ -f "/etc/$file" ] && [ ! -e "$root/etc/$file" ]; then
    cp "/etc/$file" "$root/etc/$file" 2>/dev/null || :
  fi
done
ip link set lo up 2>/dev/null || :

count=$#
set -- "$@" unshare --root "$root" --wd "$folder"
[ -z "$whom" ] || set -- "$@" --setgid "${whom#*:}" --setuid "${whom%%:*}"
set -- "$@" --
while [ "$count" -gt 0 ]; do
  word=$1
  shift
  set -- "$@" "$word"
  count=$((count - 1))
done
while IFS= read -r variable; do
  case $variable in
    PATH=*) path=${variable#PATH=} ;;
    *=*) export "${variable%%=*}=${variable#*=}" ;;
  esac
done < "$here/environment"
program=$(command -v "$1")
shift
PATH=${path:-/usr/local/bin:/usr/bin:/bin}
export PATH
exec "$program" "$@"
