export { readSource, type DocumentSource } from './document-source';
export { createDocuments, type Documents, type Numbered, type Outcome } from './documents';
export { exportFile } from './export-file';
export { importFile } from './import-file';
export { listingOf } from './listing';
export { createParts, type Parts } from './parts';
export { snapshotFiles, type SnapshotFiles } from './snapshot-files';
export { writeSnapshot } from './write-snapshot';
