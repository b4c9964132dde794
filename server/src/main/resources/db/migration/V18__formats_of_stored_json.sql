-- The number of the format in which a row's JSON was written; 1 is what was written up to now.
alter table alert add column format integer not null default 1;
alter table case_finding add column format integer not null default 1;
alter table kept_case add column format integer not null default 1;
alter table watched add column format integer not null default 1;
alter table evidence add column format integer not null default 1;
alter table segment add column format integer not null default 1;
alter table behaviour add column format integer not null default 1;
alter table import add column format integer not null default 1;
alter table kept_reading add column format integer not null default 1;
