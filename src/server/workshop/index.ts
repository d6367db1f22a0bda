export { job, NotDone, type FromChild, type Job, type ToChild } from './job';
export { assemble, piecesOf, type Piece } from './pieces';
export { createWorkshop, type Workshop } from './workshop';
