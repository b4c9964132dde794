-- What people have named: behaviours are conditions on events, segments conditions on people or lists of them.
create table behaviour (
    app_id      int         not null references app,
    name        text        not null check (length(name) between 1 and 80),
    description text        not null check (length(description) <= 2000),
    owner       text        not null check (length(owner) <= 80),
    what        jsonb       not null,
    -- Whether doing it ends the first-time path; at most one of an app does.
    ends_first_path boolean not null,
    changed     timestamptz not null,
    changed_by  text        not null,
    primary key (app_id, name)
);

create unique index behaviour_first_path on behaviour (app_id) where ends_first_path;

create table segment (
    id          int         generated always as identity primary key,
    app_id      int         not null references app,
    name        text        not null check (length(name) between 1 and 80),
    description text        not null check (length(description) <= 2000),
    owner       text        not null check (length(owner) <= 80),
    among       jsonb,
    -- Of a fixed one, whose its people are, and of which condition at what watermark they were found.
    people      bigint[],
    origin      text        not null check (length(origin) <= 2000),
    changed     timestamptz not null,
    changed_by  text        not null,
    ended       timestamptz,
    ended_by    text,
    check ((among is null) <> (people is null))
);
create unique index segment_name on segment (app_id, name) where ended is null;

-- Who was erased: only digests, salted by the app, so that nothing of them comes in again and nobody can read who they were.
alter table app add column erasure_salt uuid not null default gen_random_uuid();
create table erased (
    app_id int   not null references app,
    digest bytea not null,
    primary key (app_id, digest)
);
