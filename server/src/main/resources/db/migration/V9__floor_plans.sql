-- Drawings of levels, made harmless before they are kept; x and y of events lie in the coordinates of their view box.
create table floor_plan (
    app_id     int              not null references app,
    level      double precision not null,
    svg        text             not null check (length(svg) <= 2000000),
    min_x      double precision not null,
    min_y      double precision not null,
    width      double precision not null check (width > 0),
    height     double precision not null check (height > 0),
    changed    timestamptz      not null,
    changed_by text             not null,
    primary key (app_id, level)
);
