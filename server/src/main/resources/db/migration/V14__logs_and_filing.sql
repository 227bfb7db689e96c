-- lines of logs that looked like errors and that nothing recognised; "lines" is how many of its kind were in the log
create table log_line (
  id         bigint generated always as identity primary key,
  log        varchar(120)  not null,
  text       varchar(1000) not null,
  lines      bigint        not null check (lines >= 1),
  agent      varchar(120)  not null,
  at         timestamp(6) with time zone not null,
  -- why its shape is not shown; null if it is
  hidden_for varchar(1000),
  -- the known error that was begun of its shape; null if none was
  draft      varchar(120)
);
create index log_line_by_log on log_line (log, at);

-- closed cases that were put under a known error which came after them, all of one act together
create table case_filed (
  filing    varchar(36)  not null,
  number    bigint       not null references desk_case (number),
  error_key varchar(120) not null,
  agent     varchar(120) not null,
  at        timestamp(6) with time zone not null,
  primary key (filing, number)
);
