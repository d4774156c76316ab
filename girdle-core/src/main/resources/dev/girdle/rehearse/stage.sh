#!/bin/sh
# Makes the root folder of a stranger's machine and runs a program in it. Runs in mount and process
# namespaces of its own, so that all that is mounted here is gone with it.
#   stage.sh ROOT HOME SEEN RUNTIME PLACE BARE HIDDEN PROGRAM ARGUMENTS
#     ROOT    an empty folder       HOME    becomes /home/stranger, where the program works
#     SEEN    becomes /seen, where logs are written
#     RUNTIME a runtime that the machine has, since the program brings none; or empty
#     PLACE   where it lies there
#     BARE    a folder that holds all of the system that there is; or empty for this one's system
#     HIDDEN  paths of this system that are not there, each on a line
set -eu
root=$1
home=$2
seen=$3
runtime=$4
place=$5
bare=$6
hidden=$7
shift 7
mount -t tmpfs -o mode=755 girdle "$root"
cd "$root"
mkdir -p proc dev tmp home/stranger seen root var/tmp run
chmod 1777 tmp var/tmp

share() {
  if [ -d "$1" ]; then
    mkdir -p "$2"
  else
    mkdir -p "${2%/*}"
    [ -e "$2" ] || : > "$2"
  fi
  mount --bind "$1" "$2"
  mount -o remount,bind,ro "$2" 2>/dev/null || :
}

if [ -n "$bare" ]; then
  for folder in "$bare"/*; do
    share "$folder" "$root/${folder##*/}"
  done
else
  for folder in bin sbin lib lib32 lib64 libx32 usr etc; do
    if [ -h "/$folder" ]; then
      cp -P "/$folder" "$root/$folder"
    elif [ -d "/$folder" ]; then
      share "/$folder" "$root/$folder"
    fi
  done
  echo "$hidden" | while IFS= read -r path; do
    if [ -z "$path" ]; then
      continue
    elif [ -d "$root$path" ] && [ ! -h "$root$path" ]; then
      mount -t tmpfs -o mode=755 girdle "$root$path"
    elif [ -f "$root$path" ] && [ ! -h "$root$path" ]; then
      mount --bind /dev/null "$root$path"
    fi
  done
fi
if [ -n "$runtime" ]; then
  share "$runtime" "$root$place"
fi
mount -t proc proc "$root/proc"
for device in null zero full random urandom tty; do
  : > "$root/dev/$device"
  mount --bind "/dev/$device" "$root/dev/$device" 2>/dev/null || :
done
ln -s /proc/self/fd "$root/dev/fd"
mkdir -m 1777 "$root/dev/shm"
mkdir "$root/dev/pts"
if mount -t devpts -o newinstance,ptmxmode=0666,mode=620 girdle "$root/dev/pts" 2>/dev/null; then
  ln -s pts/ptmx "$root/dev/ptmx"
fi
mount --bind "$home" "$root/home/stranger"
mount --bind "$seen" "$root/seen"
ip link set lo up 2>/dev/null || :
exec chroot "$root" /bin/sh -c 'cd /home/stranger/work; "$@"; exit $?' sh "$@"
