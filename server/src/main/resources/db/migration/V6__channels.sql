-- How people came, by rules in their order, and what channels cost.
create table channel_rule (
    app_id        int  not null references app,
    position      int  not null,
    kind          text not null check (kind in ('TAG', 'REFERRER')),
    property      text not null,
    test          text not null check (test in ('IS', 'CONTAINS', 'MATCHES')),
    compared_with text not null,
    channel       text not null,
    primary key (app_id, position)
);

create table channel_cost (
    app_id   int            not null references app,
    channel  text           not null,
    day      date           not null,
    amount   numeric(20, 6) not null check (amount >= 0),
    currency text           not null,
    primary key (app_id, channel, day)
);
