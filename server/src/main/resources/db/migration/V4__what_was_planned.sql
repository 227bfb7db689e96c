-- the fix that the plan had first when this one was started, people's own order left out; null if no plan was shown
alter table attempt add column planned_first varchar(120);
