export type { Beats, Frames, Seconds } from './units';
export { DUST, dust, nearestFrame, written } from './dust';
export {
  convertExactly,
  convertFrames,
  frameOnScreen,
  framesPerSecond,
  framesBy,
  ratio,
  sameRate,
  toFrames,
  toSeconds,
  type Rate,
} from './rate';
export { clipSpan, hull, inSpans, mergeSpans, moveSpans, trimEnd, trimStart, type Span } from './span';
export { barAndBeat, beatAt, frameOfBeat, type Tempo } from './tempo';
export { formatTimecode, parseTimecode } from './timecode';
export { readTypedLength, readTypedTime, type TypedTime } from './typed-time';
