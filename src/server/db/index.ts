export type { Database, Script } from './database';
export { migrate } from './migrate';
export { openThread } from './open-thread';
export { overConnection, type Connection } from './over-connection';
