export { bakeSteps } from './bake';
export type { Baked, BakedTrack, BakeWish, LeftOut } from './baking';
export { proofSteps, type Miss, type Proof } from './proof';
export { sampledKeys } from './sampled-keys';
export { bakeReport, type BakeReport, type PicturesCompared } from './report';
