export type { Database, Script } from './database';
export { migrate } from './migrate';
export { openThread, type ThreadConnection } from './open-thread';
export type { Connection } from './connection';
export { overConnection } from './over-connection';
