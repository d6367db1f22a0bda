-- Older snapshots are remembered: with the log after them, each can stand in for a newer one that was damaged.
create table snapshot (
  project_id text not null references project (id) on delete cascade,
  revision integer not null,
  hash text not null,
  made_at timestamptz not null default now(),
  primary key (project_id, revision)
);
insert into snapshot (project_id, revision, hash) select id, snapshot_revision, snapshot_hash from project;
