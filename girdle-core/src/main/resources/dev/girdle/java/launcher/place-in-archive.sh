case $real in
  /*) home=$real ;;
  *) home=$(pwd -P)/$real ;;
esac
GIRDLE_ARTIFACT=$home
export GIRDLE_ARTIFACT
