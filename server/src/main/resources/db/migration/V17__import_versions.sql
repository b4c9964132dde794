-- So that a stop during an upload is not overwritten by who stores the next bytes.
alter table import add column version integer not null default 0;
