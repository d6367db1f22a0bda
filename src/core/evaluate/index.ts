export { activity } from './activity';
export { deepIdentity } from './deep-identity';
export { evaluateFrame, type EvaluatedFrame, type ShownLayer, type Surroundings } from './evaluate-frame';
export { keyTimeAt, sourceTimeAt, timingOf, type LayerTiming, type Trace } from './layer-timing';
export { channelSampler, isKeyed, sampleChannel } from './prepared-channel';
export { readColour } from './read-colour';
export { assetOf, compositionOf, sourceOf, type Source } from './source';
export { keptOperators, trail, type Trail, type TrailStop } from './trail';
export { worldMatrix } from './world-matrix';
