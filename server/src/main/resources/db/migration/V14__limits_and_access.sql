-- An event that was stored before a limit was checked is rejected afterwards: it came neither by a file nor by a key.
alter table held_back_row drop constraint held_back_row_check;
alter table held_back_row add constraint held_back_row_origin check (import_id is null or key_id is null);

-- Events of an account without an install get an install of their own. Its key now begins with a character that no sender's
-- install may have, so that an install called "account Bob" and the account "Bob" are two.
update install i set key = chr(1) || i.key
from account a where a.app_id = i.app_id and i.key = 'account ' || a.key;

-- Equal rows of one file, for which the one is the first and the other the second.
create index held_back_row_same on held_back_row (import_id, md5(content), id) where import_id is not null;

-- Browsers in which a member has signed in.
create table known_device (
    id      integer generated always as identity primary key,
    user_id integer     not null references app_user,
    digest  bytea       not null,
    created timestamptz not null,
    unique (user_id, digest)
);
