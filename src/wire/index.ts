export { change, patch } from './patch';
export { listProjects, projectListing, type ListProjects } from './list-projects';
export { openedProject, type OpenedProject } from './open-project';
export { refusal } from './refusal';
export { pageVersion, reloadWanted } from './page-version';
export { changeAnswer, changesSince, sendChange, type ChangeAnswer, type ChangesSince, type SendChange } from './send-changes';
export { PART_LENGTH } from './part-length';
export { keptMedia, madeProject, missingMedia, namedProject, newProjectRequest, salvagedProject, type KeptMedia, type MadeProject, type MissingMedia, type SalvagedProject } from './projects';
