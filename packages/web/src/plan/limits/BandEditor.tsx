import { formatPlain } from '@probe-trail/core/reading';
import { type BandSpec, zonesOf } from '@probe-trail/core/spec';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseOpenLimit } from '../../fields/parseFields';
import { LimitRuler } from '../../spec/LimitRuler';
import classes from '../fields/editorFields.module.css';
import type { KindProps } from './editSpec';
import { limitText } from './limitText';
import { UnitInput } from './UnitInput';

/** From one limit to the other; either may be open. */
export function BandEditor({ spec, onChange }: KindProps<BandSpec>) {
  const { unit, min, max } = spec;
  return (
    <>
      <div className={classes.columns}>
        <CommittedInput
          label="From"
          placeholder="open"
          rightSection={unit}
          value={limitText(min)}
          parse={below(parseOpenLimit(unit), max)}
          onCommit={(next) => onChange('min', (now) => ({ ...now, min: next }))}
        />
        <CommittedInput
          label="To"
          placeholder="open"
          rightSection={unit}
          value={limitText(max)}
          parse={above(parseOpenLimit(unit), min)}
          onCommit={(next) => onChange('max', (now) => ({ ...now, max: next }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
      <LimitRuler line={zonesOf(spec)} unit={unit} />
    </>
  );
}

type ParseLimit = ReturnType<typeof parseOpenLimit>;
const crossed = (limit: number) =>
  ({ ok: false, problem: `That would cross the other limit, ${formatPlain(limit)}.` }) as const;

const below =
  (parse: ParseLimit, limit: number | null): ParseLimit =>
  (text) => {
    const parsed = parse(text);
    return parsed.ok && parsed.value !== null && limit !== null && parsed.value > limit ? crossed(limit) : parsed;
  };

const above =
  (parse: ParseLimit, limit: number | null): ParseLimit =>
  (text) => {
    const parsed = parse(text);
    return parsed.ok && parsed.value !== null && limit !== null && parsed.value < limit ? crossed(limit) : parsed;
  };
