# Read into a shell that somebody works in, this must not end that shell.
sourced=
case ${0##*/} in sh | -sh | dash | -dash | ash | -ash | bash | -bash | ksh | -ksh | zsh | -zsh) sourced=yes ;; esac
case ${ZSH_EVAL_CONTEXT-} in *:file*) sourced=yes ;; esac
[ "${BASH_SOURCE-$0}" = "$0" ] || sourced=yes
if [ -n "$sourced" ]; then
  say "start this file by its path; it cannot be read into a shell"
  return 2 2>/dev/null || exit 2
fi
unset IFS

# Sets $real to the file behind a path, through symbolic links.
follow() {
  real=$1
  hops=0
  while [ -h "$real" ] && [ "$hops" -lt 40 ]; do
    hops=$((hops + 1))
    link=$(PATH="/usr/bin:/bin:${PATH-}"; readlink "$real")
    case $link in
      /*) real=$link ;;
      *) real=${real%/*}/$link ;;
    esac
  done
}
