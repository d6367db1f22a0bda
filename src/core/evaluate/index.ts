export { evaluateFrame, type EvaluatedFrame, type ShownLayer, type Surroundings } from './evaluate-frame';
export { causeOf, type Cause } from './innermost';
export { trackTrail, trail, type Trail, type TrailStop } from './trail';
