export { job, NotDone, type FromChild, type Job, type ToChild } from './job';
export { holdsMany, jsonPieces } from './json-pieces';
export { assemble, piecesOf, type Piece } from './pieces';
export { createWorkshop, type Workshop } from './workshop';
