-- The version of the document that a change was made in: it is brought up to date before it is replayed.
alter table change add column version integer not null default 1;
