import type { Person } from '@probe-trail/core/person';
import { AppError } from '../problem/index.js';
import type { PersonStore } from './store.js';

interface Recorded {
  readonly by: string;
  readonly sentBy?: string | undefined;
}

/**
 * Entries with who sent them, where that is not who recorded them: on a tablet that several people share, one may send what
 * another recorded while there was no network. What the sender says of that is not believed.
 * @throws AppError when an entry bears the name of nobody who works here, now or formerly
 */
export async function withSender<Entry extends Recorded>(
  entries: readonly Entry[],
  sender: Person,
  people: Pick<PersonStore, 'isName'>,
): Promise<readonly Entry[]> {
  const stamped: Entry[] = [];
  for (const { sentBy: _, ...entry } of entries) {
    const isOwn = entry.by === sender.name;
    if (!isOwn && !(await people.isName(entry.by)))
      throw new AppError('EVENT_MISFIT', `Nobody here is called “${entry.by}”. Nothing was saved.`);
    stamped.push((isOwn ? entry : { ...entry, sentBy: sender.name }) as Entry);
  }
  return stamped;
}
