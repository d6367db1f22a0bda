-- A large change lies in parts, which are written and read one by one: others are answered in between. Its own body is empty then.
create table change_part (
  project_id text not null references project (id) on delete cascade,
  change_id text not null,
  part integer not null,
  body text not null,
  made_at timestamptz not null default now(),
  primary key (project_id, change_id, part)
);
alter table change add column parts integer not null default 0;
