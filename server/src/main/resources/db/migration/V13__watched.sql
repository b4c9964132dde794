-- What people chose to have watched besides the headline figures of everybody: a measure, or the figures of some people.
create table watched (
    id             int generated always as identity primary key,
    app_id         int         not null references app,
    name           text        not null,
    is_worse_above boolean     not null,
    question       jsonb       not null,
    made           timestamptz not null,
    made_by        text        not null,
    ended          timestamptz
);

create unique index on watched (app_id, name) where ended is null;
