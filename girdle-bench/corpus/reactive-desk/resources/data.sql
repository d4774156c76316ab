insert into tide (gauge, level) values ('north', 4.2);
insert into tide (gauge, level) values ('south', 3.9);
