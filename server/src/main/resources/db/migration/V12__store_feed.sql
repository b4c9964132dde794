-- What the simulated store has announced of an app: releases and the steps of their rollouts, as the JSON that a feed would give.
create table simulated_store (
    app_id int  primary key references app,
    feed   text not null
);
