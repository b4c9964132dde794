-- Answers kept as they were: the question by its address, the watermark, what was written beside it, and the numbers.
create table evidence (
    id        int         generated always as identity primary key,
    app_id    int         not null references app,
    kept      timestamptz not null,
    kept_by   text        not null,
    room      text        not null check (length(room) between 1 and 40),
    address   text        not null check (length(address) between 1 and 20000),
    question  text        not null check (length(question) between 1 and 2000),
    watermark timestamptz not null,
    findings  jsonb       not null,
    answer    jsonb       not null
);
create index evidence_of_app on evidence (app_id, kept desc);
