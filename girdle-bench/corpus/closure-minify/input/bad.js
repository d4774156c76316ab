let x = ;
