-- which desk this is, wherever its file is carried: its own exports are known again by it
create table desk (
  id      char(16) primary key,
  -- seals what browsers keep
  secret  char(40) not null,
  made_at timestamp with time zone not null
);

-- What two people change at once is told apart by its version; who recorded an outcome is not always who began the fix.
alter table attempt add column version int default 1 not null;
alter table attempt add column ended_by varchar(120);

-- rises when all of a person's sign-ins end: a new password, another role, shut out
alter table person add column sign_ins int default 0 not null;
alter table api_token add column expires_at timestamp with time zone;

-- which field of a case was changed last by whom, so that who is too late can be told
create table case_change (
  number  bigint       not null references desk_case (number),
  version int          not null,
  field   varchar(100) not null,
  agent   varchar(120) not null,
  at      timestamp with time zone not null,
  primary key (number, field)
);
