-- what cases are looked up by, as it is compared; the newest of each are read from the index's end
alter table desk_case add column device_folded varchar(120) generated always as (lower(device));
alter table desk_case add column reference_folded varchar(120) generated always as (lower(reference));
alter table desk_case add column requester_folded varchar(120) generated always as (lower(requester));
drop index case_by_device;
create index case_on_device on desk_case (device_folded, number);
create index case_by_reference on desk_case (reference_folded, number);
create index case_of_requester on desk_case (requester_folded, number);
create index case_of_error on desk_case (error_key, number);
create index case_in_status on desk_case (status, number);
create index case_of_agent on desk_case (agent, number);
create index case_closed_by on desk_case (agent, closed_at);

-- what is owed is asked for by when
create index put_back_due on put_back (state, due_at);
create index put_back_since on put_back (state, at);

-- what evidence is computed from is kept in memory, which is told of each change
drop table evidence_revision;
