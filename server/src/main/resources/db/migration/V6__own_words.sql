-- Cases whose texts recognition must not learn from: they ended as the wrong known error, or say nothing of it.
create table case_not_learned (
  number bigint primary key references desk_case (number) on delete cascade,
  at     timestamp with time zone not null,
  agent  varchar(120) not null
);
