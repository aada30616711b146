import { ActionIcon, Button, Checkbox, NumberInput, Select, Stack } from '@mantine/core';
import {
  type AccessLevel,
  accessLevels,
  type CurrentPath,
  type Plan,
  planBounds,
  planLengths,
} from '@probe-trail/core/plan';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { SuspectPick } from '../experiment/SuspectPick';
import { optionsOf } from '../fields/optionsOf';
import { TextLine } from '../fields/TextField';
import classes from './PathFields.module.css';
import { addPointAfter, changePoint, changeSection, namePoint, removePoint } from './pathDraft';

interface FieldsProps {
  readonly plan: Plan;
  readonly path: CurrentPath;
  /** Changes the path as it stands then. */
  readonly onPath: (change: (now: CurrentPath) => CurrentPath) => void;
}

const accessOptions = optionsOf(accessLevels);

/** A path to be written: its points from the supply to the ground, and what lies between each and the next. */
export function PathFields({ plan, path, onPath }: FieldsProps) {
  return (
    <Stack gap="xs">
      <TextLine
        label="Name"
        placeholder="Such as: fan motor, from the battery and back"
        size="md"
        maxLength={planLengths.path.name}
        value={path.name}
        onText={(name) => onPath((now) => ({ ...now, name }))}
      />
      <ol>
        {path.points.map((point, at) => (
          <li key={point.id}>
            <div className={classes.point}>
              <TextLine
                label={pointLabel(path, at)}
                size="md"
                maxLength={planLengths.pathPoint.name}
                value={point.name}
                onText={(name) => onPath((now) => namePoint(plan, now, point.id, name))}
              />
              {at < path.points.length - 1 && (
                <>
                  <NumberInput
                    label="Minutes"
                    size="md"
                    w={90}
                    {...planBounds.pathPoint.minutes}
                    value={point.minutes}
                    onChange={(minutes) =>
                      onPath((now) => changePoint(now, point.id, { minutes: Number(minutes) || 0 }))
                    }
                  />
                  <Select
                    label="Access"
                    w={200}
                    data={accessOptions}
                    value={point.access}
                    onChange={(access) =>
                      onPath((now) => changePoint(now, point.id, { access: access as AccessLevel }))
                    }
                  />
                </>
              )}
              <ActionIcon
                size={44}
                variant="subtle"
                color="gray"
                aria-label={`Remove ${point.name || 'this point'}`}
                disabled={path.points.length <= 2}
                onClick={() => onPath((now) => removePoint(now, point.id))}
              >
                <IconTrash size={20} />
              </ActionIcon>
            </div>
            {at < path.sections.length && <SectionFields plan={plan} path={path} at={at} onPath={onPath} />}
          </li>
        ))}
      </ol>
    </Stack>
  );
}

function pointLabel({ points }: CurrentPath, at: number): string {
  if (at === 0) return 'Supply';
  return at === points.length - 1 ? 'End, where the black lead stays' : 'Place or pin';
}

function SectionFields({ plan, path, at, onPath }: FieldsProps & { readonly at: number }) {
  const [section, point] = [path.sections[at], path.points[at]];
  if (!section || !point) return null;
  const change = (more: Partial<typeof section>) => onPath((now) => changeSection(now, point.id, more));
  return (
    <div className={classes.section}>
      <Checkbox
        size="md"
        label="The load"
        checked={section.isLoad}
        onChange={(event) => change({ isLoad: event.currentTarget.checked })}
      />
      {!section.isLoad && (
        <NumberInput
          label="Allowed drop, V"
          size="md"
          w={110}
          {...planBounds.pathSection.mostDrop}
          step={0.05}
          value={section.mostDrop}
          onChange={(mostDrop) => change({ mostDrop: Number(mostDrop) || 0 })}
        />
      )}
      <SuspectPick
        label="Suspects between the two"
        suspects={plan.suspects}
        chosen={section.suspectIds}
        onChoose={(ids) => change({ suspectIds: [...ids] })}
      />
      <Button
        variant="subtle"
        color="gray"
        leftSection={<IconPlus size={18} />}
        onClick={() => onPath((now) => addPointAfter(now, point.id))}
      >
        A point between
      </Button>
    </div>
  );
}
