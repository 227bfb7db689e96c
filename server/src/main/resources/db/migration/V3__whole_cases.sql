-- What the caller needs now: to be mended for good, or to get going.
alter table desk_case add column goal varchar(10) default 'mend' not null check (goal in ('mend', 'going'));
alter table desk_case add column duplicate_of bigint references desk_case (number);

-- who handed a case to whom
create table case_handover (
  id     bigint generated always as identity primary key,
  number bigint       not null references desk_case (number),
  giver  varchar(120) not null,
  taker  varchar(120) not null,
  note   varchar(4000) not null,
  at     timestamp with time zone not null
);
create index handover_by_case on case_handover (number);

-- What was found out after a case had ended, or was answered about it; the newest of a kind holds.
create table case_correction (
  id     bigint generated always as identity primary key,
  number bigint       not null references desk_case (number),
  what   varchar(20)  not null check (what in ('cause', 'believed-fix', 'cured-by', 'not-again')),
  value_ varchar(1000) not null,
  at     timestamp with time zone not null,
  agent  varchar(120) not null
);
create index correction_by_case on case_correction (number);

-- What was done off the script is noted as a step.
alter table case_note add column kind varchar(10) default 'note' not null check (kind in ('note', 'step'));

create table case_picture (
  id     bigint generated always as identity primary key,
  number bigint       not null references desk_case (number),
  name   varchar(200) not null,
  type   varchar(20)  not null check (type in ('image/png', 'image/jpeg', 'image/webp')),
  bytes  binary large object not null,
  size   int          not null,
  at     timestamp with time zone not null,
  agent  varchar(120) not null
);
create index picture_by_case on case_picture (number);

-- A step can be done for one item of its list; what was read back over the phone is kept.
alter table attempt_step add column item varchar(1000);
alter table attempt_step add column heard varchar(1000);

-- Before a step destroys something its target is confirmed; the column with its check is made anew.
alter table attempt_step add column what_new varchar(20) default 'done' not null
  check (what_new in ('done', 'skipped', 'not-applicable', 'undone', 'output', 'confirmed'));
update attempt_step set what_new = what;
alter table attempt_step drop column what;
alter table attempt_step alter column what_new rename to what;

-- Follow-ups and debts are owed like put-backs.
alter table put_back add column kind varchar(10) default 'put-back' not null check (kind in ('put-back', 'follow-up', 'debt'));
alter table put_back add column item varchar(1000);
alter table put_back add column due_at timestamp with time zone;
create index put_back_by_state on put_back (state);

-- Facts can come from the device's case before, from a look at the device, and from what a fix left behind. The check of a column
-- cannot be altered, so the column is made anew.
alter table case_fact add column source_new varchar(20) default 'case' not null
  check (source_new in ('case', 'captured', 'answer', 'output', 'device', 'left'));
update case_fact set source_new = source;
alter table case_fact drop column source;
alter table case_fact alter column source_new rename to source;
