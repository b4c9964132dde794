-- Where alerts of an app go. A webhook gets none before a keeper has allowed its address.
create table alert_target (
    id         int         generated always as identity primary key,
    app_id     int         not null references app,
    kind       text        not null check (kind in ('MAIL', 'WEBHOOK')),
    address    text        not null check (length(address) between 3 and 500),
    -- By which what is sent to a webhook is signed; it must be known as it is.
    secret     text        not null,
    added      timestamptz not null,
    added_by   text        not null,
    allowed_by text,
    ended      timestamptz
);
create index alert_target_of_app on alert_target (app_id);

-- One for each incident, however often it is found again.
create table alert (
    id        int         generated always as identity primary key,
    app_id    int         not null references app,
    raised    timestamptz not null,
    incident  text        not null,
    title     text        not null,
    words     text        not null,
    found     jsonb       not null
);
create index alert_of_app on alert (app_id, id desc);

create table alert_delivery (
    id        int         generated always as identity primary key,
    alert_id  int         not null references alert,
    target_id int         not null references alert_target,
    state     text        not null check (state in ('WAITING', 'SENT', 'GIVEN_UP')),
    tries     int         not null,
    due       timestamptz not null,
    sent      timestamptz,
    fault     text
);
create index alert_delivery_waiting on alert_delivery (due) where state = 'WAITING';
create index alert_delivery_of_alert on alert_delivery (alert_id);

-- The stand-in for a mail server: what would have gone out.
create table simulated_mail (
    id         int         generated always as identity primary key,
    app_id     int         not null references app,
    sent       timestamptz not null,
    to_address text        not null,
    subject    text        not null,
    words      text        not null
);
create index simulated_mail_of_app on simulated_mail (app_id, id desc);
