insert into desk_case (error_key, product, product_version, phase, device, reference, requester, status, agent, opened_at, closed_at, import_key)
  select case when mod(x, 2) = 0 then 'tracks-full' when mod(x, 10) = 1 then null else 'other-' || mod(x, 97) end, 'Leadline', '7.' || mod(x, 9), 'install',
    'dev-' || mod(x * 7919, 5000), 'SK-9' || x, 'Caller ' || mod(x * 104729, 3000),
    case when x > {cases} - 60 then 'open' when mod(x, 5) = 0 then 'handed-over' else 'solved' end, 1 + mod(x, 14),
    dateadd('MINUTE', x * 100, timestamp with time zone '2022-01-01 08:00:00+00'),
    case when x > {cases} - 60 then null else dateadd('MINUTE', x * 100 + 30, timestamp with time zone '2022-01-01 08:00:00+00') end, 'years' || x
  from system_range(1, {cases}) r(x);
insert into case_text (number, text, at, agent)
  select number, 'LL-712 job ' || number || ' at pier ' || mod(number, 60), opened_at, agent from desk_case;
insert into case_fact (number, name, value_, source, at, agent)
  select number, 'image', '7.' || mod(number, 4), 'case', opened_at, agent from desk_case;
insert into case_note (number, text, at, agent)
  select number, 'rings again', opened_at, agent from desk_case where mod(number, 3) = 0;
insert into attempt (number, error_key, fix_key, position, outcome, minutes, agent, started_at, ended_at)
  select number, error_key, case when p = 1 then 'clear-tracks' else 'grow-tracks' end, p,
    case when p = 1 then 'no-change' when status = 'solved' then 'worked' else 'no-change' end, 2 + mod(number, 9), agent, opened_at, opened_at
  from desk_case, system_range(1, 2) s(p) where error_key is not null;
insert into attempt_step (attempt_id, client_id, step, what, note, output, at, agent)
  select id, 'y' || id, 0, 'output', '', 'free ' || id, started_at, agent from attempt;
insert into put_back (number, attempt_id, step, text, command, fence, state, at)
  select number, id, 0, 'Hang the rope back', 'ropectl hang', 'sh', case when mod(id, 700) = 0 then 'open' else 'done' end, started_at
  from attempt where mod(id, 4) = 0;
insert into case_pin (number, kind, doc_key, revision)
  select c.number, d.kind, d.doc_key, d.published from desk_case c join document d on d.kind = 'error' and d.doc_key = c.error_key;
insert into case_correction (number, what, value_, at, agent)
  select number, 'cause', 'a rope', opened_at, agent from desk_case where mod(number, 10) = 0;
insert into audit (at, who, what, target, detail)
  select opened_at, 'liv', 'case-opened', number, '' from desk_case;
insert into free_step (number, client_id, position, did, agent, at)
  select number, 'f' || number, 1, 'turned the lantern', agent, opened_at from desk_case where mod(number, 9) = 0;
insert into case_change (number, version, field, agent, at)
  select number, 1, 'device', agent, opened_at from desk_case;
analyze;
insert into audit (at, person, who, what, target, detail)
  select opened_at, agent, '', case when mod(number, 100) = 0 then 'case-given' else 'case-opened' end, cast(number as varchar), '' from desk_case;
