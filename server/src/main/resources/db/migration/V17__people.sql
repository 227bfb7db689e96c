-- A person is a number; names are shown, never compared. Whoever stands in the desk's records by name alone becomes somebody without a sign-in.
alter table person alter column login drop not null;
alter table person alter column password_hash drop not null;
alter table person add column signed_in_at timestamp(6) with time zone;
alter table person add column erased_at timestamp(6) with time zone;
create index person_by_name on person (name, id);

insert into person (name, role, active, created_at)
  select name, 'agent', false, timestamp with time zone '2026-11-29 00:00:00+00' from (
    select agent as name from desk_case union select agent from attempt union select ended_by from attempt
    union select agent from attempt_correction union select agent from attempt_step
    union select agent from case_change union select agent from case_correction union select agent from case_drafted
    union select agent from case_fact union select agent from case_filed union select giver from case_handover
    union select taker from case_handover union select agent from case_note union select agent from case_not_learned
    union select agent from case_picture union select agent from case_text union select person from doc_comment
    union select settled_by from doc_comment union select agent from free_step union select person from hook
    union select person from how_to union select agent from log_line union select asked_by from review
    union select author from revision union select agent from shape_hidden union select answered_by from step_flag
    union select person from upkeep_mark union select p.person from publication p
      where not exists (select 1 from person q where q.login = p.person)) as named
  where name is not null and name not in ('Command line', 'Demo') and not exists (select 1 from person p where p.name = named.name)
  order by name;

-- the command line of the machine has the number 0; of several of one name it was the first: nobody can tell any more
-- a column's type changes on a copy of its table, within one transaction, where building an index is slow: they are made again behind it
drop index case_by_error;
drop index case_by_status;
drop index case_by_opening;
drop index case_by_closing;
drop index case_on_device;
drop index case_by_reference;
drop index case_of_requester;
drop index case_of_error;
drop index case_in_status;
drop index case_of_agent;
drop index case_closed_by;
drop index attempt_by_error;
drop index attempt_by_fix;
alter table desk_case alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table attempt alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table attempt alter column ended_by set data type bigint using (case when ended_by is null then null else coalesce((select min(p.id) from person p where p.name = ended_by), 0) end);
create index case_by_error on desk_case (error_key, opened_at);
create index case_by_status on desk_case (status, opened_at);
create index case_by_opening on desk_case (opened_at);
create index case_by_closing on desk_case (closed_at);
create index case_on_device on desk_case (device_folded, number);
create index case_by_reference on desk_case (reference_folded, number);
create index case_of_requester on desk_case (requester_folded, number);
create index case_of_error on desk_case (error_key, number);
create index case_in_status on desk_case (status, number);
create index case_of_agent on desk_case (agent, number);
create index case_closed_by on desk_case (agent, closed_at);
create index attempt_by_error on attempt (error_key);
create index attempt_by_fix on attempt (fix_key, outcome);
alter table attempt_correction alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table attempt_step alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table case_change alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table case_correction alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table case_drafted alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table case_fact alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table case_filed alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table case_handover alter column giver set data type bigint using (case when giver is null then null else coalesce((select min(p.id) from person p where p.name = giver), 0) end);
alter table case_handover alter column taker set data type bigint using (case when taker is null then null else coalesce((select min(p.id) from person p where p.name = taker), 0) end);
alter table case_note alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table case_not_learned alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table case_picture alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table case_text alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table doc_comment alter column person set data type bigint using (case when person is null then null else coalesce((select min(p.id) from person p where p.name = person), 0) end);
alter table doc_comment alter column settled_by set data type bigint using (case when settled_by is null then null else coalesce((select min(p.id) from person p where p.name = settled_by), 0) end);
alter table free_step alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table hook alter column person set data type bigint using (case when person is null then null else coalesce((select min(p.id) from person p where p.name = person), 0) end);
alter table how_to alter column person set data type bigint using (case when person is null then null else coalesce((select min(p.id) from person p where p.name = person), 0) end);
alter table log_line alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table review alter column asked_by set data type bigint using (case when asked_by is null then null else coalesce((select min(p.id) from person p where p.name = asked_by), 0) end);
alter table revision alter column author set data type bigint using (case when author is null then null else coalesce((select min(p.id) from person p where p.name = author), 0) end);
alter table shape_hidden alter column agent set data type bigint using (case when agent is null then null else coalesce((select min(p.id) from person p where p.name = agent), 0) end);
alter table step_flag alter column answered_by set data type bigint using (case when answered_by is null then null else coalesce((select min(p.id) from person p where p.name = answered_by), 0) end);
alter table upkeep_mark alter column person set data type bigint using (case when person is null then null else coalesce((select min(p.id) from person p where p.name = person), 0) end);
alter table publication alter column person set data type bigint using (
  coalesce((select min(p.id) from person p where p.name = person), (select min(p.id) from person p where p.login = person), 0));

-- who had a number beside the name already
alter table being_written drop column person;
alter table step_flag drop column person;
alter table upkeep_mark drop column owner;
alter table review drop column reviewer;

-- what is owed may be passed to a colleague, or to anybody else in words
alter table put_back add column passed_to_id bigint;
update put_back set passed_to_id = (select min(p.id) from person p where p.name = passed_to)
  where passed_to is not null and exists (select 1 from person p where p.name = passed_to);
update put_back set passed_to = null where passed_to_id is not null;

-- the audit says persons by number too; who is none (the command line, a stranger) has a word
alter table audit add column person bigint default 0 not null;
update audit set person = (select p.id from person p where p.login = who), who = ''
  where exists (select 1 from person p where p.login = who);
update audit set target = 'person ' || (select p.id from person p where p.login = target)
  where what in ('signed-in', 'person-added', 'person-changed', 'password-changed')
    and exists (select 1 from person p where p.login = target);
create index audit_of on audit (person, at, id);
create index audit_what on audit (what, at, id);
create index audit_target on audit (target, at, id);
create index audit_at on audit (at, id);

-- a one-time address is for the first lead, or for somebody who chooses a password by it
alter table invitation add column person_id bigint references person (id);
alter table invitation add column expires_at timestamp(6) with time zone;

-- what leads have set; what is not here is as it is at first
create table desk_setting (
  name   varchar(60)  primary key,
  value_ varchar(400) not null,
  person bigint       not null,
  at     timestamp(6) with time zone not null
);
