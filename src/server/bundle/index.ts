export { readBundle, writeBundle, type ReadBundle } from './bundle';
