import { ActionIcon, Button, Checkbox, NumberInput, Select, Stack } from '@mantine/core';
import { type AccessLevel, accessLevels, type Path, type Plan } from '@probe-trail/core/plan';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { SuspectPick } from '../experiment/SuspectPick';
import { TextLine } from '../ui/TextField';
import classes from './PathFields.module.css';
import { addPointAfter, changePoint, changeSection, namePoint, removePoint } from './pathDraft';

interface FieldsProps {
  readonly plan: Plan;
  readonly path: Path;
  readonly onPath: (path: Path) => void;
}

const accessOptions = Object.entries(accessLevels).map(([value, label]) => ({ value, label }));

/** A path to be written: its points from the supply to the ground, and what lies between each and the next. */
export function PathFields({ plan, path, onPath }: FieldsProps) {
  return (
    <Stack gap="xs">
      <TextLine
        label="What it is called"
        placeholder="Such as: fan motor, from the battery and back"
        size="md"
        maxLength={120}
        value={path.name}
        onText={(name) => onPath({ ...path, name })}
      />
      <ol className={classes.points}>
        {path.points.map((point, at) => (
          <li key={point.id}>
            <div className={classes.point}>
              <TextLine
                label={pointLabel(path, at)}
                size="md"
                maxLength={120}
                value={point.name}
                onText={(name) => onPath(namePoint(plan, path, point.id, name))}
              />
              {at < path.points.length - 1 && (
                <>
                  <NumberInput
                    label="Minutes"
                    size="md"
                    w={90}
                    min={0}
                    max={2000}
                    value={point.minutes}
                    onChange={(minutes) => onPath(changePoint(path, at, { minutes: Number(minutes) || 0 }))}
                  />
                  <Select
                    label="How to reach"
                    w={200}
                    data={accessOptions}
                    allowDeselect={false}
                    value={point.access}
                    onChange={(access) => onPath(changePoint(path, at, { access: access as AccessLevel }))}
                  />
                </>
              )}
              <ActionIcon
                size={44}
                variant="subtle"
                color="gray"
                aria-label={`Take out ${point.name || 'this point'}`}
                disabled={path.points.length <= 2}
                onClick={() => onPath(removePoint(path, at))}
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

function pointLabel({ points }: Path, at: number): string {
  if (at === 0) return 'Supply';
  return at === points.length - 1 ? 'End, where the black lead stays' : 'Place or pin';
}

function SectionFields({ plan, path, at, onPath }: FieldsProps & { readonly at: number }) {
  const section = path.sections[at];
  if (!section) return null;
  return (
    <div className={classes.section}>
      <Checkbox
        size="md"
        label="The load"
        checked={section.isLoad}
        onChange={(event) => onPath(changeSection(path, at, { isLoad: event.currentTarget.checked }))}
      />
      {!section.isLoad && (
        <NumberInput
          label="May lose, V"
          size="md"
          w={110}
          min={0}
          max={1000}
          step={0.05}
          value={section.mostDrop}
          onChange={(mostDrop) => onPath(changeSection(path, at, { mostDrop: Number(mostDrop) || 0 }))}
        />
      )}
      <SuspectPick
        label="Suspects between the two"
        suspects={plan.suspects}
        chosen={section.suspectIds}
        onChoose={(ids) => onPath(changeSection(path, at, { suspectIds: [...ids] }))}
      />
      <Button
        variant="subtle"
        color="gray"
        leftSection={<IconPlus size={18} />}
        onClick={() => onPath(addPointAfter(path, at))}
      >
        A point between
      </Button>
    </div>
  );
}
