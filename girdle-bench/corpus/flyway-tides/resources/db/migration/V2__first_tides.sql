insert into tide values ('north-quay', 4.2, 'high'), ('fish-dock', 2.5, 'low');
