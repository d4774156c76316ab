var a = 1
