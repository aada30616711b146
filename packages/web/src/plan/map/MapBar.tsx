import { Button, Menu, Select, TextInput } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import { cutText } from '@probe-trail/core/text';
import {
  IconChevronDown,
  IconClipboard,
  IconCopy,
  IconCut,
  IconFlask,
  IconLayersSubtract,
  IconPlus,
  IconSearch,
  IconStack2,
  IconTrash,
} from '@tabler/icons-react';
import { optionsOfParts } from '../../fields/optionsOf';
import { useDraft } from '../draft/editorContext';
import classes from './MapPage.module.css';
import type { MapActions } from './useMapEdits';

/** Whose ways the map shows alone. */
export interface MapFocus {
  readonly kind: 'suspect' | 'conclusion';
  readonly id: string;
}

interface BarProps {
  /** Stay the same functions whatever is written. */
  readonly edits: MapActions;
  /** What came of the last of them. */
  readonly message: string | undefined;
  readonly marked: number;
  readonly chosenId: string;
  readonly focus: MapFocus | undefined;
  readonly onFocus: (focus: MapFocus | undefined) => void;
  readonly wanted: string;
  readonly onWanted: (wanted: string) => void;
  readonly found: ReadonlySet<string>;
  readonly onChoose: (stepId: string) => void;
  /** A block is to be put in behind the chosen step. */
  readonly onBlock: () => void;
  /** Asks which experiment to add. */
  readonly onExperiment: () => void;
}

/** What can be done on the map, by hand; every button names its key. */
export function MapBar(props: BarProps) {
  const {
    edits,
    message: text,
    marked,
    chosenId,
    focus,
    onFocus,
    wanted,
    onWanted,
    found,
    onChoose,
    onBlock,
    onExperiment,
  } = props;
  const suspects = useDraft((plan) => plan.suspects);
  const goToNext = () => {
    const all = [...found];
    const next = all[(all.indexOf(chosenId) + 1) % all.length];
    if (next) onChoose(next);
  };
  return (
    <div className={classes.bar} role="toolbar" aria-label="The map">
      <AddStep edits={edits} chosenId={chosenId} onBlock={onBlock} onExperiment={onExperiment} />
      <EditSteps edits={edits} marked={marked} />
      <TextInput
        className={classes.find ?? ''}
        aria-label="Find steps"
        placeholder="Find, such as C31.2"
        leftSection={<IconSearch size={18} />}
        rightSection={wanted === '' ? null : <small>{found.size}</small>}
        value={wanted}
        onChange={(event) => onWanted(event.currentTarget.value)}
        onKeyDown={(event) => event.key === 'Enter' && goToNext()}
      />
      <Select
        className={classes.focus ?? ''}
        aria-label="Show only the ways to one suspect"
        placeholder="Ways to …"
        clearable
        searchable
        data={optionsOfParts(suspects)}
        value={focus?.kind === 'suspect' ? focus.id : null}
        onChange={(id) => onFocus(id === null ? undefined : { kind: 'suspect', id })}
      />
      <span className={classes.text} role="status">
        {text}
      </span>
    </div>
  );
}

function EditSteps({ edits, marked }: Pick<BarProps, 'edits' | 'marked'>) {
  const tools = [
    ['Copy', 'Ctrl C', IconCopy, () => edits.copy()],
    ['Cut', 'Ctrl X', IconCut, () => edits.cut()],
    ['Paste', 'Ctrl V', IconClipboard, () => edits.paste()],
    ['Fold what follows, or unfold it', 'F', IconLayersSubtract, () => edits.fold()],
    ['Make a block of these', '', IconStack2, () => edits.makeBlock()],
    ['Delete', 'Delete', IconTrash, () => edits.remove()],
  ] as const;
  return (
    <Menu position="bottom-start">
      <Menu.Target>
        <Button variant="default" rightSection={<IconChevronDown size={18} />}>
          {marked > 1 ? `${marked} steps` : 'This step'}
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {tools.map(([text, keys, Icon, run]) => (
          <Menu.Item key={text} leftSection={<Icon size={18} />} rightSection={<small>{keys}</small>} onClick={run}>
            {text}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}

type AddProps = Pick<BarProps, 'edits' | 'chosenId' | 'onBlock' | 'onExperiment'>;

const none: Step['outcomes'] = [];

function AddStep({ edits, chosenId, onBlock, onExperiment }: AddProps) {
  const outcomes = useDraft(({ steps }) => steps.find(({ id }) => id === chosenId)?.outcomes ?? none);
  return (
    <Button.Group>
      <Button leftSection={<IconPlus size={18} />} onClick={() => edits.add()} title="After the chosen step (A)">
        Add a step
      </Button>
      <Menu position="bottom-start">
        <Menu.Target>
          <Button px={8} aria-label="Add a step on an outcome, a block or an experiment">
            <IconChevronDown size={18} />
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item leftSection={<IconStack2 size={18} />} rightSection={<small>B</small>} onClick={onBlock}>
            A block from the library …
          </Menu.Item>
          <Menu.Item leftSection={<IconFlask size={18} />} rightSection={<small>E</small>} onClick={onExperiment}>
            An experiment …
          </Menu.Item>
          {outcomes.length > 0 && <Menu.Label>On an outcome of the chosen step</Menu.Label>}
          {outcomes.map(({ id, meaning }, index) => (
            <Menu.Item key={id} onClick={() => edits.add(id)} rightSection={index < 9 ? index + 1 : undefined}>
              Outcome {index + 1}
              {meaning !== '' && `: ${cutText(meaning, 60)}`}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
    </Button.Group>
  );
}
