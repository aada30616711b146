import { ActionIcon, Group, MultiSelect, Select } from '@mantine/core';
import { type LiveValue, liveValuesOf } from '@probe-trail/core/liveValue';
import type { PhysicalCheck } from '@probe-trail/core/physicalCheck';
import { type PartCard, planLengths } from '@probe-trail/core/plan';
import { formatPlain } from '@probe-trail/core/reading';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { useMemo } from 'react';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseLimit, parseOpenLimit, parseUnit } from '../../fields/parseFields';
import { useLinesQuery } from '../../vehicle/vehicleApi';
import { bindTo, type EditPart } from '../draft/bindTo';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/rows.module.css';
import { optionsWith } from '../fields/useLineOptions';
import { limitText } from '../limits/limitText';

interface ChecksProps {
  readonly card: PartCard;
  readonly editCard: EditPart<PartCard>;
}

type Known = ReadonlyMap<string, LiveValue>;

/** What values of the vehicle should be by their physics; they stand beside the values on a live board. */
export function ChecksEditor({ card: { physicalChecks }, editCard }: ChecksProps) {
  const { data: lines } = useLinesQuery();
  const known: Known = useMemo(
    () => new Map((lines ?? []).flatMap(liveValuesOf).map((value) => [value.key, value])),
    [lines],
  );
  const add = (key: string) =>
    editCard(null, (card) => {
      const unit = known.get(key)?.unit ?? 'V';
      card.physicalChecks.push({ value: key, when: '', is: { kind: 'between', unit, min: null, max: null } });
    });
  return (
    <>
      {physicalChecks.map((check, index) => (
        // A check has no identity but its place.
        <CheckRow key={index} check={check} index={index} known={known} editCard={editCard} />
      ))}
      <Select
        label="What physics say of a value"
        description="Such as: at rest an absolute pressure is that of the air. It stands beside the value on a live board."
        placeholder="Add it for a value of the vehicle"
        searchable
        value={null}
        data={optionsWith(known, undefined)}
        onChange={(key) => key !== null && add(key)}
      />
    </>
  );
}

interface RowProps {
  readonly check: PhysicalCheck;
  readonly index: number;
  readonly known: Known;
  readonly editCard: EditPart<PartCard>;
}

const kinds = [
  { value: 'between', label: 'lies between' },
  { value: 'agrees', label: 'agrees with' },
];

function CheckRow({ check, index, known, editCard }: RowProps) {
  const { value, is } = check;
  const edit: EditPart<PhysicalCheck> = (field, recipe) =>
    editCard(field && `check${index}.${field}`, ({ physicalChecks }) => {
      const target = physicalChecks[index];
      if (target) recipe(target);
    });
  const bind = bindTo(check, edit, planLengths.physicalCheck);
  const become = (kind: PhysicalCheck['is']['kind']) =>
    edit(null, (now) => {
      const { unit } = now.is;
      now.is = kind === 'between' ? { kind, unit, min: null, max: null } : { kind, unit, with: [], within: 0 };
    });
  return (
    <div className={classes.row}>
      <Group align="end">
        <Select
          label="Value"
          style={{ flex: 1 }}
          searchable
          data={optionsWith(known, value)}
          value={value}
          onChange={(key) =>
            key !== null &&
            edit(null, (now) => {
              now.value = key;
            })
          }
        />
        <DraftLine label="When" placeholder="Such as: after a night" style={{ flex: 1 }} {...bind.text('when')} />
        <Select
          label="It"
          data={kinds}
          value={is.kind}
          onChange={(kind) => kind !== null && become(kind as PhysicalCheck['is']['kind'])}
        />
        <ActionIcon
          aria-label={`Delete what physics say of ${value}`}
          onClick={() =>
            editCard(null, ({ physicalChecks }) => {
              physicalChecks.splice(index, 1);
            })
          }
        >
          <IconTrash size={20} />
        </ActionIcon>
      </Group>
      <Group align="end">
        {is.kind === 'between' ? (
          <BetweenFields is={is} edit={edit} />
        ) : (
          <AgreesFields is={is} known={known} own={value} edit={edit} />
        )}
        <CommittedInput
          label="in"
          w={120}
          value={is.unit}
          parse={parseUnit}
          onCommit={(unit) =>
            edit('unit', (now) => {
              now.is.unit = unit;
            })
          }
        />
      </Group>
    </div>
  );
}

type Is<Kind extends PhysicalCheck['is']['kind']> = Extract<PhysicalCheck['is'], { readonly kind: Kind }>;

interface BetweenProps {
  readonly is: Is<'between'>;
  readonly edit: EditPart<PhysicalCheck>;
}

const BetweenFields = ({ is, edit }: BetweenProps) =>
  (['min', 'max'] as const).map((side) => (
    <CommittedInput
      key={side}
      label={side === 'min' ? 'From' : 'To'}
      placeholder="open"
      rightSection={is.unit}
      value={limitText(is[side])}
      parse={parseOpenLimit(is.unit)}
      onCommit={(limit) =>
        edit(side, (now) => {
          if (now.is.kind === 'between') now.is[side] = limit;
        })
      }
    />
  ));

interface AgreesProps {
  readonly is: Is<'agrees'>;
  readonly known: Known;
  readonly own: string;
  readonly edit: EditPart<PhysicalCheck>;
}

function AgreesFields({ is, known, own, edit }: AgreesProps) {
  const change = (field: string | null, recipe: (now: Draft<Is<'agrees'>>) => void) =>
    edit(field, (now) => {
      if (now.is.kind === 'agrees') recipe(now.is);
    });
  return (
    <>
      <MultiSelect
        label="With"
        size="md"
        style={{ flex: 1 }}
        searchable
        data={optionsWith(known, undefined).filter(({ value }) => value !== own)}
        value={[...is.with]}
        onChange={(keys) =>
          change(null, (now) => {
            now.with = keys;
          })
        }
      />
      <CommittedInput
        label="Within"
        rightSection={is.unit}
        value={formatPlain(is.within)}
        parse={parseLimit(is.unit)}
        onCommit={(within) =>
          change('within', (now) => {
            now.within = Math.abs(within);
          })
        }
      />
    </>
  );
}
