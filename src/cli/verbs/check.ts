import { checkProject } from '../../core/checks';
import { openProject } from '../open-project';
import { readOptions } from '../options';
import type { Verb } from '../verb';

const usage = 'check FILE';

export const check: Verb = {
  name: 'check',
  usage,
  about: 'the problems of a project',
  async run(args) {
    const { positionals } = readOptions(args, {}, 1, usage);
    return checkProject(await openProject(positionals[0]!));
  },
};
