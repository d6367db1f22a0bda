export { evaluateFrame, type EvaluatedFrame, type ShownLayer, type Surroundings } from './evaluate-frame';
export { causeOf, type Cause } from './innermost';
export { leftBehind, retimedLayers, sameMoment, tellLeft, type LeftBehind } from './retimed';
export { trackTrail, trail, type Trail, type TrailStop } from './trail';
