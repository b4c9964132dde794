-- What somebody keeps of a sudden change: their words, what was done, and what the watch had found each time it was taken.
create table kept_case (
    id         int         generated always as identity primary key,
    app_id     int         not null references app,
    version    int         not null,
    title      text        not null check (length(title) between 1 and 200),
    status     text        not null check (status in ('OPEN', 'EXPLAINED', 'ACTED_ON', 'CLOSED')),
    -- By step of the argument, what stands in place of the computed words.
    words      jsonb       not null,
    action     text        not null check (length(action) <= 2000),
    acted      date,
    opened     timestamptz not null,
    opened_by  text        not null,
    changed    timestamptz not null,
    changed_by text        not null
);
create index kept_case_of_app on kept_case (app_id, id desc);

-- Nobody changes these; the newest is what the case says now.
create table case_finding (
    id        int         generated always as identity primary key,
    case_id   int         not null references kept_case,
    taken     timestamptz not null,
    taken_by  text        not null,
    watermark timestamptz not null,
    incident  text        not null,
    found     jsonb       not null
);
create index case_finding_of_case on case_finding (case_id, id);

create table case_comment (
    id         int         generated always as identity primary key,
    case_id    int         not null references kept_case,
    written    timestamptz not null,
    written_by text        not null,
    text       text        not null check (length(text) between 1 and 4000)
);
create index case_comment_of_case on case_comment (case_id, id);
