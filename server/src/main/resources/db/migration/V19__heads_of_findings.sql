-- What a list of cases says of what was found, so that it need not read all of it.
alter table case_finding add column kind text;
alter table case_finding add column days_from date;
alter table case_finding add column days_to date;
update case_finding set
    kind = found -> 'incidents' -> 0 ->> 'kind',
    days_from = (found -> 'incidents' -> 0 -> 'days' ->> 'from')::date,
    days_to = (found -> 'incidents' -> 0 -> 'days' ->> 'to')::date;
alter table case_finding alter column kind set not null;
alter table case_finding alter column days_from set not null;
alter table case_finding alter column days_to set not null;
