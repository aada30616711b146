import { useDebouncedValue } from '@mantine/hooks';
import { type SearchHit, toMatch } from '@probe-trail/core/search';
import { skipToken } from '@reduxjs/toolkit/query';
import { useSearchQuery } from './searchApi';

const afterMs = 120;
const ofAKind = 6;

/** What the words find, a moment after they were typed; the last hits stay while new ones are on their way. */
export function useFound(words: string, most = ofAKind): readonly SearchHit[] {
  const [settled] = useDebouncedValue(words.trim(), afterMs);
  const { data } = useSearchQuery(toMatch(settled) === undefined ? skipToken : { words: settled, most });
  return toMatch(words) === undefined ? [] : (data?.hits ?? []);
}
