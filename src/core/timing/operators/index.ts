import { cue } from './cue';
import { delay } from './delay';
import { elastic } from './elastic';
import { formula } from './formula';
import { freeze } from './freeze';
import { loop } from './loop';
import { pause } from './pause';
import { pins } from './pins';
import { ramp } from './ramp';
import { remap } from './remap';
import { reverse } from './reverse';
import { speed } from './speed';
import { step } from './step';

/** The only list of operators that play; schema, panel, trail, help and tests read it. */
export const OPERATORS = [loop, reverse, speed, ramp, delay, pause, step, freeze, remap, elastic, cue, pins, formula] as const;

export type Operator = (typeof OPERATORS)[number];
