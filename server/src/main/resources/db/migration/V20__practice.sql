-- Cases to practise on: their numbers count down from -1, so that nothing that is read of the desk's own meets them.
create sequence practice_number start with -1 increment by -1;

-- What is behind a practice case: shown when it has ended.
create table practice_call (
  number bigint primary key references desk_case (number) on delete cascade,
  agent bigint not null,
  device varchar(60) not null,
  error_key varchar(60) not null,
  cause varchar(60) not null,
  says varchar(400) not null,
  -- how the device was left: null until the case has ended, or if nobody had the device any more
  mended boolean,
  seconds bigint,
  left_behind varchar(1000)
);
create index practice_call_of on practice_call (agent, number);

-- The known errors that calls are chosen from; all that devices can have where there is none.
create table practice_choice (
  error_key varchar(60) primary key
);
