-- Everything that must last. Flyway owns the schema; Hibernate validates it.

create table app (
    id                  integer generated always as identity primary key,
    key                 text        not null unique check (key ~ '^[a-z][a-z0-9-]{1,39}$'),
    name                text        not null check (length(name) between 1 and 80),
    zone                text        not null,
    currency            text        not null check (currency ~ '^[A-Z]{3}$'),
    session_gap_minutes integer     not null default 30 check (session_gap_minutes between 1 and 240),
    late_limit_days     integer     not null default 400 check (late_limit_days between 1 and 7320),
    passive_events      text[]      not null,
    uninstall_event     text        not null,
    created             timestamptz not null
);

create table app_user (
    id            integer generated always as identity primary key,
    name          text        not null unique,
    password_hash text        not null,
    role          text        not null check (role in ('READER', 'ANALYST', 'KEEPER')),
    demo          boolean     not null,
    created       timestamptz not null
);

-- Numbers of these three are given in blocks by the bulk path, hence sequences that step by 1000.
create sequence person_seq increment by 1000;
create sequence install_seq increment by 1000;
create sequence event_context_seq increment by 1000;

create table person (
    id      bigint  primary key,
    app_id  integer not null references app,
    account text,
    unique (app_id, account)
);

create table install (
    id        bigint  primary key,
    app_id    integer not null references app,
    key       text    not null,
    person_id bigint  not null references person,
    account   text,
    unique (app_id, key)
);
create index install_person on install (person_id);

create table event_name (
    id     integer generated always as identity primary key,
    app_id integer not null references app,
    name   text    not null,
    unique (app_id, name)
);

-- What stays the same from event to event of one install (device, place, channel, version) is kept once.
create table event_context (
    id         bigint  primary key,
    app_id     integer not null references app,
    digest     bytea   not null,
    properties jsonb   not null,
    unique (app_id, digest)
);

-- One partition an app: the key that makes a twice-sent event one event needs no time in it, an empty app can be filled
-- before its index is built, and an app goes by dropping its partition. Names, installs and contexts are written in the
-- same transaction by the one bulk path, so no foreign key is checked for each event.
create table event (
    app_id        integer     not null,
    source        text        not null,
    id            text        not null,
    name_id       integer     not null,
    time          timestamptz not null,
    received      timestamptz not null,
    install_id    bigint      not null,
    account       text,
    context_id    bigint      not null,
    amount_micros bigint,
    currency      text,
    revenue_type  text check (revenue_type in ('purchase', 'ad', 'subscription', 'refund')),
    properties    jsonb,
    primary key (app_id, source, id),
    check ((amount_micros is null) = (currency is null) and (amount_micros is null) = (revenue_type is null))
) partition by list (app_id);

create table exchange_rate (
    app_id   integer        not null references app,
    currency text           not null check (currency ~ '^[A-Z]{3}$'),
    day      date           not null,
    rate     numeric(20, 10) not null check (rate > 0),
    primary key (app_id, currency, day)
);

create table release (
    id       integer generated always as identity primary key,
    app_id   integer not null references app,
    version  text    not null,
    platform text    not null,
    build    text    not null,
    unique (app_id, version, platform)
);

create table release_step (
    release_id integer          not null references release on delete cascade,
    starts     timestamptz      not null,
    share      double precision not null check (share > 0 and share <= 1),
    primary key (release_id, starts)
);

create table mark (
    id     integer generated always as identity primary key,
    app_id integer     not null references app,
    kind   text        not null check (kind in ('CAMPAIGN', 'INCIDENT', 'HOLIDAY', 'NOTE')),
    name   text        not null,
    starts timestamptz not null,
    ends   timestamptz check (ends > starts)
);

create table import (
    id        integer generated always as identity primary key,
    app_id    integer     not null references app,
    file_name text        not null,
    bytes     bigint      not null,
    bytes_read bigint     not null,
    state     text        not null check (state in ('WAITING', 'RUNNING', 'DONE', 'REFUSED', 'BROKEN_OFF')),
    started   timestamptz not null,
    finished  timestamptz,
    rows_read bigint      not null,
    taken     bigint      not null,
    known     bigint      not null,
    held_back bigint      not null,
    message   text,
    newest    timestamptz,
    by_user   text        not null
);
create index import_app on import (app_id, id desc);

create table held_back_row (
    id        bigint generated always as identity primary key,
    app_id    integer not null references app,
    import_id integer not null references import,
    line      bigint  not null,
    field     text,
    reason    text    not null,
    content   text    not null
);
create index held_back_row_app on held_back_row (app_id, id desc);
