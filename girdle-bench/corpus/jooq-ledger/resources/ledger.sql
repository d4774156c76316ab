create table dues (name varchar(40) primary key, amount int not null, paid boolean default false);
insert into dues (name, amount) values ('Kittiwake', 42);
insert into dues (name, amount) values ('Dunlin', 18);
