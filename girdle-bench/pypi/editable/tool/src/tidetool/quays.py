def north():
    return "north quay, 7.5 m"
