create table tide (quay varchar(40), level decimal(4, 1), name varchar(10));
