import { SimpleGrid, TagsInput } from '@mantine/core';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { type CountSpec, specLengths } from '@probe-trail/core/spec';
import { CommittedInput } from '../../fields/CommittedInput';
import { DraftLine } from '../fields/DraftText';
import type { KindProps } from './editSpec';
import { namedParts } from './namedParts';

/** A whole number, or nothing for an open limit. */
function parseCount(text: string): Result<number | null, string> {
  if (text.trim() === '') return ok(null);
  return /^\d{1,6}$/.test(text.trim()) ? ok(Number(text)) : failed('A whole number, or nothing for no limit.');
}

function parseSeconds(text: string): Result<number, string> {
  const seconds = Number(text);
  return Number.isInteger(seconds) && seconds >= 1 && seconds <= 3600 ? ok(seconds) : failed('From 1 to 3600 s.');
}

/** How often something happens in a time. */
export function CountEditor({ spec, onChange }: KindProps<CountSpec>) {
  return (
    <>
      <SimpleGrid cols={{ base: 2, sm: 4 }} spacing="sm">
        <DraftLine
          label="What is counted"
          placeholder="Such as dropouts"
          maxLength={specLengths.count.what}
          value={spec.what}
          onText={(what) => onChange('what', (now) => ({ ...now, what }))}
        />
        <CommittedInput
          label={spec.sections.length > 0 ? 'Each section for' : 'For how long'}
          rightSection="s"
          value={String(spec.inSeconds)}
          parse={parseSeconds}
          onCommit={(inSeconds) => onChange('inSeconds', (now) => ({ ...now, inSeconds }))}
        />
        {(['min', 'max'] as const).map((side) => (
          <CommittedInput
            key={side}
            label={side === 'min' ? 'At least' : 'At most'}
            placeholder="open"
            value={spec[side] === null ? '' : String(spec[side])}
            parse={parseCount}
            onCommit={(count) => onChange(side, (now) => ({ ...now, [side]: count }))}
          />
        ))}
      </SimpleGrid>
      <TagsInput
        label="Sections of the harness"
        description="Moved one after the other; none: counted as a whole"
        value={spec.sections.map(({ name }) => name)}
        onChange={(names) => onChange(null, (now) => ({ ...now, sections: namedParts(now.sections, names) }))}
      />
    </>
  );
}
