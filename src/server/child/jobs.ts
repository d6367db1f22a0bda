import { exportFile } from '../documents/export-file';
import { readBodyFile } from '../endpoints/read-large-body';
import { importFile } from '../documents/import-file';
import { judgeChange } from '../documents/judge-change';
import { openSnapshot } from '../documents/open-snapshot';
import { salvage } from '../documents/salvage';
import { writeSnapshot } from '../documents/write-snapshot';
import { lookAtPicture } from '../media/look-at-picture';
import { paintStill } from '../stills/paint-still';
import { namedMedia } from '../sweep/named-media';
import type { Job } from '../workshop';

/** Everything that a child of the workshop can do. */
export const JOBS = [openSnapshot, writeSnapshot, importFile, exportFile, salvage, lookAtPicture, paintStill, readBodyFile, judgeChange, namedMedia] as unknown as readonly Job[];
