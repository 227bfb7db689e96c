-- What somebody types and has not saved, each person's own: another browser goes on with it. Never exported, published or shown to others.
create table being_written (
  kind varchar(10) not null check (kind in ('error', 'fix')),
  doc_key varchar(100) not null,
  person_id bigint not null,
  person varchar(120) not null,
  text clob not null,
  -- the revision that it was begun from; 0 for a new document
  base int not null,
  at timestamp(6) with time zone not null,
  primary key (kind, doc_key, person_id)
);
create index being_written_by_person on being_written (person_id, at);
