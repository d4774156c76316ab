insert into Ship (id, name) values (900, 'Sandpiper');
