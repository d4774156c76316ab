home=$(CDPATH='' cd -- "${real%/*}/.." 2>/dev/null && pwd -P)

if [ ! -r "$home/lib/@FIRST_JAR@" ]; then
  say "this starter was moved away from its folder; put it back into the bin folder of @TITLE@, or make a symbolic link to it"
  exit 127
fi
