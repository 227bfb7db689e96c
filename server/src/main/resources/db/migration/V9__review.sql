-- Who was asked to read a document, and which of its revisions.
create table review (
  kind varchar(10) not null check (kind in ('error', 'fix')),
  doc_key varchar(120) not null,
  revision int not null,
  asked_by varchar(120) not null,
  -- null if any lead may
  reviewer_id bigint,
  reviewer varchar(120),
  at timestamp(6) with time zone not null,
  primary key (kind, doc_key)
);

-- What somebody says of a line of a revision, and the answers to it.
create table doc_comment (
  id bigint generated always as identity primary key,
  kind varchar(10) not null check (kind in ('error', 'fix')),
  doc_key varchar(120) not null,
  -- of an answer the comment that it is under
  under bigint references doc_comment (id) on delete cascade,
  revision int not null,
  -- 0 is the document as a whole
  line int not null check (line >= 0),
  quote varchar(300) not null,
  person varchar(120) not null,
  text varchar(2000) not null,
  at timestamp(6) with time zone not null,
  settled_by varchar(120),
  settled_at timestamp(6) with time zone
);
create index doc_comment_of on doc_comment (kind, doc_key, id);

-- How a fix fares over all known errors is asked for on its shelf.
create index attempt_by_fix on attempt (fix_key, outcome);
