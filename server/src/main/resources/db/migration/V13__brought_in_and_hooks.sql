-- what a desk had written down before: how-tos as they were brought in, and the documents that were made of each
create table how_to (
  id      bigint generated always as identity primary key,
  name    varchar(300)    not null,
  text    varchar(200000) not null,
  person  varchar(120)    not null,
  at      timestamp(6) with time zone not null
);
create table how_to_document (
  kind       varchar(10)  not null,
  doc_key    varchar(120) not null,
  how_to_id  bigint       not null references how_to (id),
  primary key (kind, doc_key)
);

-- who is told of what happens here: an address and what it is told of; "until" is up to when it was looked what that is
create table hook (
  id        bigint generated always as identity primary key,
  address   varchar(1000) not null,
  events    varchar(200)  not null,
  -- what calls are signed with
  secret    varchar(200)  not null,
  paused    boolean       default false not null,
  person    varchar(120)  not null,
  at        timestamp(6) with time zone not null,
  until     timestamp(6) with time zone not null
);
-- what each is told, and what came of it
create table hook_call (
  id        bigint generated always as identity primary key,
  hook_id   bigint         not null references hook (id) on delete cascade,
  event     varchar(40)    not null,
  -- one thing is told once
  about     varchar(300)   not null,
  body      varchar(20000) not null,
  at        timestamp(6) with time zone not null,
  state     varchar(20)    not null check (state in ('waiting', 'told', 'given-up')),
  tries     int            default 0 not null,
  next_at   timestamp(6) with time zone,
  answer    varchar(300)   default '' not null,
  ended_at  timestamp(6) with time zone,
  unique (hook_id, event, about)
);
create index hook_call_due on hook_call (state, next_at);
create index hook_call_of on hook_call (hook_id, id);
create index case_by_closing on desk_case (closed_at);
create index publication_by_time on publication (at);
