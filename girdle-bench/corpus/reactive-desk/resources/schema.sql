create table tide (id bigint auto_increment primary key, gauge varchar(20), level double);
