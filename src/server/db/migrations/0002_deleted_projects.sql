-- A deleted project is kept aside, so that deleting can be taken back.
alter table project add column deleted_at timestamptz;
