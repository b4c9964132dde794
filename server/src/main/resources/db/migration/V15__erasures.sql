-- Erasing a user is a job: it survives a stop at any moment, and can be looked at.
create table erasure (
    id            integer generated always as identity primary key,
    app_id        integer     not null references app,
    -- Whose it is while it waits: the number of the account, or the negative of the install's minus 1. Gone once it is done.
    owner         bigint,
    state         text        not null check (state in ('WAITING', 'DONE', 'FAILED')),
    requested     timestamptz not null,
    requested_by  text        not null,
    finished      timestamptz,
    events        bigint      not null default 0,
    rejected_rows bigint      not null default 0,
    -- Where the name may still stand, as a list of texts; null until that was looked for.
    leftovers     jsonb,
    check ((owner is null) = (state = 'DONE'))
);
create unique index erasure_waiting on erasure (app_id, owner) where state = 'WAITING';
