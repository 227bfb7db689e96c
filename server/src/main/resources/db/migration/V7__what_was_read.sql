-- What was read out of a device's output, or said of it, is kept beside what was recorded, as JSON; null where nothing was.
alter table attempt_step add column readings clob;

-- Values are chosen and typed, a step that is held back is passed with a reason, and steps are done off the page. The check of a column
-- cannot be altered, so the column is made anew.
alter table attempt_step add column what_new varchar(20) default 'done' not null
  check (what_new in ('done', 'skipped', 'not-applicable', 'undone', 'output', 'confirmed', 'value', 'went-on', 'off-page'));
update attempt_step set what_new = what;
alter table attempt_step drop column what;
alter table attempt_step alter column what_new rename to what;

-- What is owed may be so only if the fix failed, and has words for where the value that it was is not known.
alter table put_back add column due_after varchar(10) default 'always' not null check (due_after in ('always', 'success', 'failure'));
update put_back set due_after = 'success' where after_success;
alter table put_back drop column after_success;
alter table put_back add column if_not_known varchar(1000) default '' not null;

-- What is kept for now comes back before the case ends; what is kept on purpose says who decided so.
alter table put_back add column decided_by varchar(120);
alter table put_back add column state_new varchar(20) default 'open' not null
  check (state_new in ('open', 'for-now', 'done', 'no-longer-applies', 'kept', 'passed-to'));
update put_back set state_new = state;
drop index put_back_by_state;
alter table put_back drop column state;
alter table put_back alter column state_new rename to state;
create index put_back_by_state on put_back (state);
