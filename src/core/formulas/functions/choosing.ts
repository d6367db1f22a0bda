import { alike } from '../measure';
import { fail } from '../fault';
import { KIND_WORDS, known, made, wanted } from '../value';
import { define } from './function';

export const CHOOSING = [
  define({ name: 'if', takes: ['condition', 'then', 'else'], group: 'choosing', about: 'One value where a condition holds, another where it does not.', example: 'if(t > 2s, 40, 0)', make: ([condition, a, b], call) => {
    const holds = wanted(condition!, 'truth', 'The first of if(…)');
    if (a!.kind !== b!.kind) fail(b!, `Both choices of if(…) must be of one kind: the first is ${KIND_WORDS[a!.kind]}, this is ${KIND_WORDS[b!.kind]}.`);
    const [one, other, measure] = a!.kind === 'number' ? alike(a!, b!, call.around, 'added') : [a!, b!, 'plain' as const];
    const always = known(holds);
    // What is never chosen is never worked out.
    if (always !== undefined) return { ...(always ? one : other), measure };
    const [yes, then, otherwise] = [holds.run, one.run, other.run];
    return made(call, a!.kind, measure, [holds, one, other], (at) => (yes(at) ? then(at) : otherwise(at)));
  } }),
] as const;
