import first from './migrations/0001_projects_and_changes.sql?raw';
import second from './migrations/0002_deleted_projects.sql?raw';
import third from './migrations/0003_change_version.sql?raw';
import fourth from './migrations/0004_snapshots.sql?raw';
import fifth from './migrations/0005_change_parts.sql?raw';

/** In order, append-only: a migration that was ever released is never edited. */
export const MIGRATIONS = [{ number: 1, sql: first }, { number: 2, sql: second }, { number: 3, sql: third }, { number: 4, sql: fourth }, { number: 5, sql: fifth }] as const;
