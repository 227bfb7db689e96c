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

-- who is told of what happens here: an address, what it is told of, and what was told
create table hook (
  id       bigint generated always as identity primary key,
  address  varchar(1000) not null,
  events   varchar(200)  not null,
  -- what the bodies are signed with
  secret   varchar(200)  not null,
  paused   boolean       default false not null,
  person   varchar(120)  not null,
  at       timestamp(6) with time zone not null
);
create table hook_call (
  id        bigint generated always as identity primary key,
  hook_id   bigint       not null references hook (id) on delete cascade,
  -- the same for all who are told of one thing, so that nobody is told of it twice
  event     varchar(40)  not null,
  about     varchar(200) not null,
  body      varchar(100000) not null,
  at        timestamp(6) with time zone not null,
  state     varchar(20)  not null check (state in ('waiting', 'told', 'given-up')),
  tries     int          default 0 not null,
  next_at   timestamp(6) with time zone,
  answer    varchar(500) default '' not null,
  ended_at  timestamp(6) with time zone,
  unique (hook_id, event, about)
);
create index hook_call_due on hook_call (state, next_at);
