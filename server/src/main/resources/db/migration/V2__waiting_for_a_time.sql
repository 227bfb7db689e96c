-- A case can also wait until a time, for a step that says Wait. The check of a column cannot be altered, so the column is made anew.
alter table desk_case add column waits_for_new varchar(20) default 'me' not null
  check (waits_for_new in ('me', 'restart', 'time', 'requester'));
update desk_case set waits_for_new = waits_for;
alter table desk_case drop column waits_for;
alter table desk_case alter column waits_for_new rename to waits_for;
