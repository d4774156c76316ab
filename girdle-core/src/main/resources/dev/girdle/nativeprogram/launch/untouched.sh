# the program is as it was made, so it is told where libraries are; what is told for "lib/spare" is
# taken back by the library that is loaded first, so that no child hears of it
LD_LIBRARY_PATH=$home/@FOLDER@:$home/lib/spare${LD_LIBRARY_PATH:+:$LD_LIBRARY_PATH}
export LD_LIBRARY_PATH
places=@PLACES@
case $home in
  *[\ :]*) places= ;; # which cannot be written in a list
esac
if [ -n "$places" ]; then
  LD_PRELOAD=$home/$places${LD_PRELOAD:+:$LD_PRELOAD}
  export LD_PRELOAD
fi
