import type { ChannelSpec } from '../model';
import type { Frames } from '../time';
import type { Looks } from './looks';

/** What is needed to write a motion along a map of time. */
export type Bending = {
  readonly spec: ChannelSpec;
  /** How far a fitted curve may miss, in the unit of the track. */
  readonly tolerance: number;
  /** When it will be looked at, in incoming time. */
  readonly looks: Looks;
  /** The motion's value at a time of its own, as its channel shows it. */
  readonly shown: (at: Frames) => unknown;
};
