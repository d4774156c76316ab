class Bad { int depth() { int unused = 3; return "deep"; } }
