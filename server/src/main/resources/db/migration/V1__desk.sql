-- Instants are UTC. Keys of documents are their file names without ending.

create table person (
  id            bigint generated always as identity primary key,
  login         varchar(60)  not null unique,
  name          varchar(120) not null,
  role          varchar(10)  not null check (role in ('agent', 'author', 'lead')),
  password_hash varchar(200) not null,
  active        boolean      not null default true,
  created_at    timestamp with time zone not null
);

create table api_token (
  id         bigint generated always as identity primary key,
  person_id  bigint       not null references person (id),
  name       varchar(120) not null,
  hash       char(64)     not null unique,
  scopes     varchar(80)  not null,
  created_at timestamp with time zone not null,
  revoked_at timestamp with time zone
);

-- the one-time address through which the first lead is made
create table invitation (
  hash       char(64) primary key,
  created_at timestamp with time zone not null,
  used_at    timestamp with time zone
);

create table audit (
  id     bigint generated always as identity primary key,
  at     timestamp with time zone not null,
  who    varchar(60)  not null,
  what   varchar(40)  not null,
  target varchar(200) not null,
  detail varchar(400) not null
);

create table document (
  kind      varchar(10)  not null check (kind in ('error', 'fix', 'library')),
  doc_key   varchar(120) not null,
  title     varchar(300) not null,
  status    varchar(10)  not null check (status in ('draft', 'in-review', 'published', 'retired')),
  latest    int not null check (latest >= 1),
  published int check (published between 1 and latest),
  primary key (kind, doc_key),
  check (status <> 'published' or published is not null)
);

create table revision (
  kind    varchar(10)  not null,
  doc_key varchar(120) not null,
  number  int          not null check (number >= 1),
  text    clob         not null,
  author  varchar(120) not null,
  note    varchar(1000) not null,
  at      timestamp with time zone not null,
  primary key (kind, doc_key, number),
  foreign key (kind, doc_key) references document (kind, doc_key)
);

create table desk_case (
  number          bigint generated always as identity primary key,
  error_key       varchar(120),
  product         varchar(120),
  product_version varchar(60),
  phase           varchar(10) check (phase in ('install', 'update', 'launch')),
  device          varchar(120),
  reference       varchar(120),
  requester       varchar(120),
  reached         varchar(10) not null default 'phone' check (reached in ('phone', 'remote', 'device')),
  status          varchar(20) not null check (status in ('open', 'solved', 'worked-around', 'handed-over', 'withdrawn', 'duplicate')),
  waits_for       varchar(20) not null default 'me' check (waits_for in ('me', 'restart', 'requester')),
  waits_until     timestamp with time zone,
  believed_fix    varchar(120),
  limitation      varchar(1000),
  agent           varchar(120) not null,
  opened_at       timestamp with time zone not null,
  closed_at       timestamp with time zone,
  recurred_at     timestamp with time zone,
  follows         bigint references desk_case (number),
  pinned_order    varchar(4000) not null default '',
  import_key      varchar(120) unique,
  import_hash     char(64),
  version         int not null default 1,
  check ((status = 'open') = (closed_at is null))
);
create index case_by_error on desk_case (error_key, opened_at);
create index case_by_status on desk_case (status, opened_at);
create index case_by_device on desk_case (device);

create table case_text (
  id      bigint generated always as identity primary key,
  number  bigint not null references desk_case (number),
  text    clob   not null,
  at      timestamp with time zone not null,
  agent   varchar(120) not null
);
create index text_by_case on case_text (number);

-- append only: the newest row of a name is what holds
create table case_fact (
  id      bigint generated always as identity primary key,
  number  bigint not null references desk_case (number),
  name    varchar(80)  not null,
  value_  varchar(1000) not null,
  source  varchar(20)  not null check (source in ('case', 'captured', 'answer', 'output')),
  at      timestamp with time zone not null,
  agent   varchar(120) not null
);
create index fact_by_case on case_fact (number);

create table case_note (
  id      bigint generated always as identity primary key,
  number  bigint not null references desk_case (number),
  text    varchar(4000) not null,
  at      timestamp with time zone not null,
  agent   varchar(120) not null
);
create index note_by_case on case_note (number);

-- the revisions a case has started with
create table case_pin (
  number   bigint       not null references desk_case (number),
  kind     varchar(10)  not null,
  doc_key  varchar(120) not null,
  revision int          not null,
  primary key (number, kind, doc_key),
  foreign key (kind, doc_key, revision) references revision (kind, doc_key, number)
);

create table attempt (
  id           bigint generated always as identity primary key,
  number       bigint       not null references desk_case (number),
  error_key    varchar(120),
  fix_key      varchar(120) not null,
  position     int          not null check (position >= 1),
  outcome      varchar(20) check (outcome in ('worked', 'no-change', 'different-error', 'made-worse', 'could-not-apply',
                 'nothing-to-do', 'not-applicable', 'skipped', 'not-retested')),
  bundle       varchar(40),
  tried_before boolean      not null default false,
  minutes      double precision check (minutes >= 0),
  note         varchar(4000) not null default '',
  agent        varchar(120) not null,
  started_at   timestamp with time zone not null,
  ended_at     timestamp with time zone,
  unique (number, position)
);
create index attempt_by_error on attempt (error_key);

-- what was found out later; the attempt itself stays as it was recorded
create table attempt_correction (
  id         bigint generated always as identity primary key,
  attempt_id bigint      not null references attempt (id),
  what       varchar(20) not null check (what in ('came-back')),
  at         timestamp with time zone not null,
  agent      varchar(120) not null
);
create index correction_by_attempt on attempt_correction (attempt_id);

create table attempt_step (
  id         bigint generated always as identity primary key,
  attempt_id bigint       not null references attempt (id),
  client_id  varchar(80)  not null,
  step       int          not null check (step >= 0),
  what       varchar(20)  not null check (what in ('done', 'skipped', 'not-applicable', 'undone', 'output')),
  note       varchar(4000) not null,
  output     clob,
  at         timestamp with time zone not null,
  agent      varchar(120) not null,
  unique (attempt_id, client_id)
);

create table put_back (
  id         bigint generated always as identity primary key,
  number     bigint       not null references desk_case (number),
  attempt_id bigint       not null references attempt (id),
  step       int          not null,
  text       varchar(1000) not null,
  command    varchar(2000) not null,
  fence      varchar(40)  not null,
  after_success boolean   not null,
  state      varchar(20)  not null default 'open' check (state in ('open', 'done', 'no-longer-applies', 'kept', 'passed-to')),
  passed_to  varchar(120),
  at         timestamp with time zone not null,
  unique (attempt_id, step, text)
);
create index put_back_by_case on put_back (number);

-- what was proposed when a fix was started: without it, jumping to the right fix cannot be told from chance
create table plan_shown (
  attempt_id bigint primary key references attempt (id),
  plan       clob not null
);

-- counts every change that evidence is computed from
create table evidence_revision (
  error_key varchar(120) primary key,
  revision  bigint not null
);
