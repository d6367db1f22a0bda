export type { Database, Script } from './database';
export { migrate } from './migrate';
export { openThread, type ThreadConnection } from './open-thread';
export { overConnection, type Connection } from './over-connection';
