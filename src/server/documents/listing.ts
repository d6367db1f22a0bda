import { inOrder, member, type Project } from '../../core/model';

/** What the list at home shows of a project: settings of its main composition, and how many there are. */
export function listingOf(project: Project): string {
  const main = member(project.compositions.by, project.main);
  return JSON.stringify({
    main: main ? { id: main.id, width: main.width, height: main.height, rate: main.rate, duration: main.duration } : null,
    compositions: inOrder(project.compositions).length,
  });
}
