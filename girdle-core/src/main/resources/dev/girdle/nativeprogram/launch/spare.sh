# These are better the receiver's own. What this system has not is taken from beside the others.
spares=
known=$(/sbin/ldconfig -p 2>/dev/null)
for library in @SPARES@; do
  case $known in
    *"$library (@KIND@"*) continue ;;
  esac
  for folder in @FOLDERS@; do
    if [ -e "$folder/$library" ]; then continue 2; fi
  done
  spares=$spares$home/lib/spare/$library:
done
if [ -n "$spares" ]; then
  LD_LIBRARY_PATH=$spares$home/lib/spare${LD_LIBRARY_PATH:+:$LD_LIBRARY_PATH}
  export LD_LIBRARY_PATH
fi
