create table tide (place varchar(20) primary key, height decimal(4,2));
insert into tide values ('north', 4.2);
!outputformat table
select * from tide;
!outputformat xmlelements
select * from tide;
!outputformat json
select * from tide;
!tables
!quit
