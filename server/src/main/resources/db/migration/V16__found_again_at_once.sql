-- cases that changed since the words of all cases were written down last: read again at the next start, whatever ended this one
create table find_unread (
  id bigint generated always as identity primary key,
  number bigint not null
);
create index unread_case on find_unread (number);

-- which writing of the words belongs to these records; another's are read anew
create table find_mark (
  mark varchar(40) not null
);
