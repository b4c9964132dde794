-- An app that an admin has deleted: not shown from then on, and removed in the background.
alter table app add column deleted timestamptz;
alter table app add column deleted_by text;
alter table app add constraint app_deleted_check check ((deleted is null) = (deleted_by is null));
