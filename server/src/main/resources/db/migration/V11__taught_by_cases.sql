-- what was done off the script, step by step
create table free_step (
  id            bigint generated always as identity primary key,
  number        bigint        not null references desk_case (number),
  client_id     varchar(80)   not null,
  position      int           not null check (position >= 1),
  did           varchar(4000) not null,
  command       varchar(4000) default '' not null,
  output        clob,
  aim           varchar(300)  default '' not null,
  put_back      varchar(1000) default '' not null,
  put_back_done boolean       default false not null,
  outcome       varchar(20) check (outcome in ('worked', 'no-change', 'different-error', 'made-worse')),
  came_back     boolean       default false not null,
  undone        boolean       default false not null,
  version       int           default 1 not null,
  agent         varchar(120)  not null,
  at            timestamp(6) with time zone not null,
  unique (number, client_id)
);
create index free_step_by_case on free_step (number, position);

-- of desks that exist: notes that were steps
insert into free_step (number, client_id, position, did, agent, at)
  select number, 'note-' || id, row_number() over (partition by number order by id), text, agent, at
  from case_note where kind = 'step';
delete from case_note where kind = 'step';

-- which draft was made of which cases
create table case_drafted (
  number    bigint       not null references desk_case (number),
  error_key varchar(120) not null,
  agent     varchar(120) not null,
  at        timestamp(6) with time zone not null,
  primary key (number, error_key)
);
create index drafted_by_error on case_drafted (error_key);

-- texts whose shape nobody wants to see among the gaps
create table shape_hidden (
  number bigint        primary key references desk_case (number),
  reason varchar(1000) not null,
  agent  varchar(120)  not null,
  at     timestamp(6) with time zone not null
);

-- what came in lately is asked for every half minute
create index case_by_opening on desk_case (opened_at);
