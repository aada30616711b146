import { Select, TagsInput } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import type { SiblingsSpec } from '@probe-trail/core/spec';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseLimit } from '../../fields/parseFields';
import classes from '../fields/editorFields.module.css';
import type { KindProps } from './editSpec';
import { namedParts } from './namedParts';
import { UnitInput } from './UnitInput';

const siblingRules = [
  { value: 'median', label: 'median of the others' },
  { value: 'spread', label: 'largest to smallest' },
];

/** Matching parts that are compared with each other. */
export function SiblingsEditor({ spec, onChange }: KindProps<SiblingsSpec>) {
  return (
    <>
      <TagsInput
        label="Matching parts"
        description="Enter after each; two at least"
        value={spec.members.map(({ name }) => name)}
        onChange={(names) =>
          names.length >= 2 && onChange(null, (now) => ({ ...now, members: namedParts(now.members, names) }))
        }
      />
      <div className={classes.columns}>
        <Select
          label="Judged by"
          data={siblingRules}
          value={spec.rule}
          onChange={(rule) => rule && onChange(null, (now) => ({ ...now, rule: rule as SiblingsSpec['rule'] }))}
        />
        <CommittedInput
          label="Allowed difference"
          value={formatPlain(spec.spread)}
          parse={parseLimit(spec.as === 'percent' ? '%' : spec.unit)}
          onCommit={(spread) => onChange('spread', (now) => ({ ...now, spread: Math.abs(spread) }))}
        />
        <Select
          label="in"
          data={[
            { value: 'absolute', label: spec.unit },
            { value: 'percent', label: '%' },
          ]}
          value={spec.as}
          onChange={(as) => as && onChange(null, (now) => ({ ...now, as: as as SiblingsSpec['as'] }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
    </>
  );
}
