create table hand (ship varchar(20), name varchar(20));
insert into hand values ('Kittiwake', 'Anna');
insert into hand values ('Kittiwake', 'Bo');
insert into hand values ('Dunlin', 'Cleo');
