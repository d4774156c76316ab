grammar Bad; a : b ;
