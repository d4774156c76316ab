create table ship (name varchar(40), length int);
