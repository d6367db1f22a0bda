export { nodeDisk, type Disk } from './disk';
export { keepFile, partName, settleFile } from './keep-file';
export { sayDisk } from './say-disk';
