-- What an advert network pays for a day of a platform, as it counted by itself.
create table settlement (
    app_id   int            not null references app,
    day      date           not null,
    platform text           not null,
    adverts  bigint         not null check (adverts >= 0),
    amount   numeric(20, 6) not null check (amount >= 0),
    currency text           not null,
    primary key (app_id, day, platform)
);
