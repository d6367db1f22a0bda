import { fail } from '../fault';
import { define, type FormulaFunction } from './function';

const group = 'sound';

/** Sound is read once it is measured; until then whoever asks is told. */
const unmeasured: FormulaFunction['make'] = (_, call) => fail(call, `${call.around.name} has no sound that has been measured, which ${call.name}(…) would read.`);

export const SOUND = [
  define({ name: 'level', takes: ['"track"', 'at?'], group, about: 'How loud a sound is, 0 to 1.', example: 'level("Overture") * 20', make: unmeasured }),
  define({ name: 'low', takes: ['"track"', 'at?'], group, about: 'How loud the low tones of a sound are, 0 to 1.', example: 'low("Overture")', make: unmeasured }),
  define({ name: 'mid', takes: ['"track"', 'at?'], group, about: 'How loud the middle tones of a sound are, 0 to 1.', example: 'mid("Overture")', make: unmeasured }),
  define({ name: 'high', takes: ['"track"', 'at?'], group, about: 'How loud the high tones of a sound are, 0 to 1.', example: 'high("Overture")', make: unmeasured }),
  define({ name: 'hit', takes: ['"track"'], group, about: 'Seconds since the last hit of a sound.', example: 'decay(hit("Overture"), 0.2)', make: unmeasured }),
  define({ name: 'onset', takes: ['n'], group, about: 'The time of a hit of the music, counted from 1.', example: 'clock - onset(4)', make: unmeasured }),
] as const;
