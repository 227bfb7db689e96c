-- The page at the device: by which code it is opened, for which attempt, and what was answered there. Kept a day longer than it can be used;
-- what is taken of it belongs to the case then.
create table device_link (
  id bigint generated always as identity primary key,
  code varchar(16) not null unique,
  number bigint not null references desk_case (number) on delete cascade,
  attempt_id bigint not null references attempt (id) on delete cascade,
  agent bigint not null,
  made_at timestamp(6) with time zone not null,
  until_at timestamp(6) with time zone not null,
  ended_at timestamp(6) with time zone
);
create index device_link_number on device_link (number);
create index device_link_until on device_link (until_at);

create table device_answer (
  id bigint generated always as identity primary key,
  link_id bigint not null references device_link (id) on delete cascade,
  -- made at the device: the same twice is the same answer
  client_id varchar(80) not null,
  kind varchar(16) not null,
  step int not null,
  item varchar(1000),
  -- the place of the question that it answers; null unless it answers one
  about int,
  text varchar(8000) not null,
  picture blob,
  picture_type varchar(40),
  at timestamp(6) with time zone not null,
  state varchar(16) not null,
  taken_by bigint,
  unique (link_id, client_id)
);
create index device_answer_waiting on device_answer (link_id, state);
