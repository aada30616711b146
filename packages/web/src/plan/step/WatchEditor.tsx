import { MultiSelect } from '@mantine/core';
import type { StepReading } from '@probe-trail/core/plan';
import type { EditPart } from '../draft/bindTo';
import { optionsWith, useUnitsOfLines } from '../fields/useLineOptions';

interface WatchProps {
  readonly watches: readonly string[];
  readonly edit: EditPart<StepReading>;
}

/** The control units whose losses on the bus are counted by themselves. */
export function WatchEditor({ watches, edit }: WatchProps) {
  const known = useUnitsOfLines();
  const unknown = watches.filter((id) => !known.has(id)).flatMap((id) => optionsWith(new Map(), id));
  return (
    <MultiSelect
      label="Losses of control units that are counted by themselves"
      placeholder={watches.length === 0 ? 'none: counted by hand' : ''}
      searchable
      size="md"
      data={[...optionsWith(known, undefined), ...unknown]}
      value={[...watches]}
      onChange={(ids) =>
        edit(null, (draft) => {
          draft.watches = ids;
        })
      }
    />
  );
}
