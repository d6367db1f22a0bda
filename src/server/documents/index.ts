export { createParts, type Parts } from './parts';
export { createDocuments, type Documents, type Numbered, type Outcome } from './documents';
export { snapshotFiles, type SnapshotFiles } from './snapshot-files';
