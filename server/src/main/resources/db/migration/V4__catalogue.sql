-- What people wrote about events and properties. Those nobody has written about have no row.
create table catalogue_entry (
    app_id      int     not null references app,
    kind        text    not null check (kind in ('EVENT', 'PROPERTY')),
    name        text    not null check (length(name) between 1 and 200),
    shown_as    text    not null check (length(shown_as) <= 80),
    description text    not null check (length(description) <= 2000),
    owner       text    not null check (length(owner) <= 80),
    hidden      boolean not null,
    retired     boolean not null,
    primary key (app_id, kind, name)
);
