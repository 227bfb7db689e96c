-- which revision readers saw since when: what was measured is told apart by it
create table publication (
  kind     varchar(10)  not null check (kind in ('error', 'fix')),
  doc_key  varchar(120) not null,
  revision int          not null,
  person   varchar(120) not null,
  at       timestamp(6) with time zone not null,
  primary key (kind, doc_key, at, revision),
  foreign key (kind, doc_key, revision) references revision (kind, doc_key, number)
);

-- of desks that exist: what the record of acts says
insert into publication (kind, doc_key, revision, person, at)
  select distinct r.kind, r.doc_key, r.number, a.who, a.at
  from audit a
  join revision r on a.target = r.kind || '/' || r.doc_key
    and r.number = cast(regexp_substr(a.detail, '[0-9]{1,9}') as int)
  where a.what = 'document-published' and a.detail like 'revision %' and r.kind <> 'library';

-- what was imported has no such record: it was published as it was written
insert into publication (kind, doc_key, revision, person, at)
  select r.kind, r.doc_key, r.number, r.author, r.at
  from document d
  join revision r on r.kind = d.kind and r.doc_key = d.doc_key and r.number = d.published
  where d.kind <> 'library' and not exists (
    select 1 from publication p where p.kind = r.kind and p.doc_key = r.doc_key and p.revision = r.number);
