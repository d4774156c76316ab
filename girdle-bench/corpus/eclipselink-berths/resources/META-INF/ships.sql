insert into HARBOUR_SHIP (ID, NAME, LENGTH, QUAY) values (100, 'Grey Heron', 42, 'SOUTH')
