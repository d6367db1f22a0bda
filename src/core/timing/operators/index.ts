import { delay } from './delay';
import { freeze } from './freeze';
import { loop } from './loop';
import { pause } from './pause';
import { remap } from './remap';
import { reverse } from './reverse';
import { speed } from './speed';
import { step } from './step';

/** The only list of operators that play; schema, panel, trail, help and tests read it. */
export const OPERATORS = [loop, reverse, speed, delay, pause, step, freeze, remap] as const;

export type Operator = (typeof OPERATORS)[number];
