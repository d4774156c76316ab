connect 'jdbc:derby:memory:tides;create=true';
create table tide (quay varchar(20), level decimal(4,1));
insert into tide values ('north', 4.2), ('fish', 2.5);
select quay, level from tide order by level desc;
select count(*) from nowhere;
select trim(quay) || '!', current_schema from tide where level > 3;
exit;
