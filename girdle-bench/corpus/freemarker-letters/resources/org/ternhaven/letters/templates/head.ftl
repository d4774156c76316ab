Harbour Office of Ternhaven
