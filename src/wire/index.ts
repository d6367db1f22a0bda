export { change, patch } from './patch';
export { listProjects, projectListing, type ListProjects } from './list-projects';
export { openedProject, type OpenedProject } from './open-project';
export { refusal } from './refusal';
export { pageVersion, reloadWanted } from './page-version';
export { changeAnswer, changesSince, PART_LENGTH, sendChange, type ChangeAnswer, type ChangesSince, type SendChange } from './send-changes';
export { keptMedia, madeProject, missingMedia, namedProject, newProjectRequest, type KeptMedia, type MadeProject, type MissingMedia } from './projects';
