-- what somebody on a case says of a step, and what its author answers
create table step_flag (
  id           bigint generated always as identity primary key,
  number       bigint        not null references desk_case (number),
  -- the fix that is worked, and the step as the case numbers it
  worked       varchar(120)  not null,
  step         int           not null check (step >= 0),
  -- the fix that the step is written in
  fix_key      varchar(120)  not null,
  title        varchar(300)  not null,
  kind         varchar(20)   not null check (kind in ('wrong', 'unclear', 'outdated')),
  text         varchar(1000) not null,
  person_id    bigint        not null,
  person       varchar(120)  not null,
  at           timestamp(6) with time zone not null,
  answer       varchar(2000),
  -- whether the document was changed for it
  mended       boolean       default false not null,
  answered_by  varchar(120),
  answered_at  timestamp(6) with time zone,
  -- whether who flagged it has read the answer
  read         boolean       default false not null,
  unique (number, worked, step, kind, person_id)
);
create index step_flag_open on step_flag (answered_at, fix_key);
create index step_flag_of on step_flag (person_id, read);

-- who looks after something of the library, until when, and what shall not be told before which day
create table upkeep_mark (
  item      varchar(400)  primary key,
  owner_id  bigint,
  owner     varchar(120),
  due       date,
  snoozed   date,
  note      varchar(500)  default '' not null,
  person    varchar(120)  not null,
  at        timestamp(6) with time zone not null
);
