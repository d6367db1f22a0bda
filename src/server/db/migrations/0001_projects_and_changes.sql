create table project (
  id text primary key,
  name text not null,
  revision integer not null default 0,
  changed_at timestamptz not null default now(),
  -- Settings of the main composition for the list at home; the document itself lies in the snapshot and the log.
  listing text not null,
  snapshot_hash text not null,
  snapshot_revision integer not null
);

create table change (
  project_id text not null references project (id) on delete cascade,
  revision integer not null,
  change_id text not null,
  label text not null,
  body text not null,
  made_at timestamptz not null default now(),
  primary key (project_id, revision),
  unique (project_id, change_id)
);
