import { useDebouncedValue } from '@mantine/hooks';
import { bearsWords, type SearchHit, toMatch } from '@probe-trail/core/search';
import { skipToken } from '@reduxjs/toolkit/query';
import { useSearchQuery } from './searchApi';

const afterMs = 120;
const ofAKind = 6;

/**
 * What the words find, a moment after they were typed. While new hits are on their way, the last ones stay as far as they bear what is typed by now:
 * whoever types on and presses Enter must not get what was found for less.
 */
export function useFound(words: string, most = ofAKind): readonly SearchHit[] {
  const [settled] = useDebouncedValue(words.trim(), afterMs);
  const { data, currentData } = useSearchQuery(toMatch(settled) === undefined ? skipToken : { words: settled, most });
  if (toMatch(words) === undefined || !data) return [];
  const isForThese = settled === words.trim() && currentData === data;
  return isForThese ? data.hits : data.hits.filter((hit) => bearsWords(hit, words));
}
