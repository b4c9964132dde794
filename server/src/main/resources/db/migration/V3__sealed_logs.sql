-- The logs in memory, as they were at some batch: opened at a start instead of reading every event. Derived: may be emptied at
-- any time. Blocks change only in who is gone from them.
create table sealed_log (
    app_id      int    not null primary key references app,
    format      int    not null,
    batch       bigint not null,
    contexts    bytea  not null,
    head        bytea  not null
);

create table sealed_block (
    app_id  int   not null references app,
    number  int   not null,
    columns bytea not null,
    gone    bytea not null,
    primary key (app_id, number)
);

-- The bytes are dense already; packing them would only cost time.
alter table sealed_log alter column head set storage external;
alter table sealed_block alter column columns set storage external;
