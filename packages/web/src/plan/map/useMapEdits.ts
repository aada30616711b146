import {
  addStepAfter,
  addStepOn,
  blankStep,
  blockOfSteps,
  copySteps,
  deleteSteps,
  leadTo,
  pasteSteps,
  readCopiedSteps,
} from '@probe-trail/core/plan';
import { cutText } from '@probe-trail/core/text';
import { nanoid } from 'nanoid';
import { type KeyboardEvent, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { sayFailure } from '../../api/api';
import { localText, putLocalText } from '../../device/localTexts';
import { keys } from '../../frame/keys';
import { useEdits } from '../draft/editorContext';
import { useAddPlanMutation } from '../planApi';

interface MapState {
  readonly chosenId: string;
  readonly selected: ReadonlySet<string>;
  readonly choose: (stepId: string) => void;
  readonly setSelected: (stepIds: ReadonlySet<string>) => void;
  readonly folded: ReadonlySet<string>;
  readonly setFolded: (stepIds: ReadonlySet<string>) => void;
  /** Asks which block to put in. */
  readonly askBlock: () => void;
  /** Chooses a step that was added just now: its title is written first. */
  readonly onAdded: (stepId: string) => void;
  /** Asks which experiment to add. */
  readonly askExperiment: () => void;
}

export type MapActions = ReturnType<typeof useMapEdits>['actions'];

/** What can be done to the steps on the map, by buttons, by dragging and by keys. */
export function useMapEdits({
  chosenId,
  selected,
  choose,
  onAdded,
  setSelected,
  folded,
  setFolded,
  askBlock,
  askExperiment,
}: MapState) {
  const { read, rework } = useEdits();
  const [addPlan] = useAddPlanMutation();
  const [message, setMessage] = useState<string | undefined>();
  const marked = selected.size > 0 ? selected : new Set([chosenId]);

  const chosen = () => read().steps.find(({ id }) => id === chosenId);

  const add = (outcomeId?: string) => {
    const step = blankStep(`step-${nanoid(6)}`, 'New step');
    rework((draft) => (outcomeId ? addStepOn(draft, chosenId, outcomeId, step) : addStepAfter(draft, chosenId, step)));
    onAdded(step.id);
  };
  const remove = () => {
    const left = read().steps.find(({ id }) => !marked.has(id));
    rework((draft) => deleteSteps(draft, marked));
    setMessage(
      marked.size === 1
        ? 'The step is deleted. Undo brings it back.'
        : `${marked.size} steps are deleted. Undo brings them back.`,
    );
    setSelected(new Set());
    if (left) choose(left.id);
  };
  const { copy, cut, paste } = useClipboard({ marked, choose, setSelected, remove, setMessage });
  const makeBlock = async () => {
    const title = cutText(`Block from ${chosen()?.title || 'a plan'}`, 160);
    const added = await addPlan(blockOfSteps(read(), marked, `block-${nanoid(8)}`, title));
    setMessage(
      added.data
        ? `“${title}” is begun in the library. Say there what it asks for, and release it.`
        : sayFailure(added.error),
    );
  };
  const fold = () => {
    const next = new Set(folded);
    if (!next.delete(chosenId)) next.add(chosenId);
    setFolded(next);
  };
  const lead = (stepId: string, outcomeId: string, goal: { stepId: string } | { conclusionId: string }) =>
    rework((draft) =>
      leadTo(draft, stepId, outcomeId, 'stepId' in goal ? { kind: 'step', ...goal } : { kind: 'conclusion', ...goal }),
    );

  const onKey = (event: KeyboardEvent) => {
    const withControl = event.ctrlKey || event.metaKey;
    const outcome = /^[1-9]$/.test(event.key) ? chosen()?.outcomes[Number(event.key) - 1] : undefined;
    const does: Readonly<Record<string, () => void>> = withControl
      ? { a: () => setSelected(new Set(read().steps.map(({ id }) => id))) }
      : {
          [keys.addStep.key]: () => add(),
          [keys.putBlock.key]: askBlock,
          [keys.putExperiment.key]: askExperiment,
          [keys.fold.key]: fold,
          [keys.remove.key]: remove,
          ...(outcome && { [event.key]: () => add(outcome.id) }),
        };
    const run = does[event.key];
    if (!run) return;
    event.preventDefault();
    run();
  };
  return {
    actions: useStableCallbacks({ add, remove, copy, cut, paste, fold, lead, makeBlock, onKey }),
    message,
    marked: marked.size,
  };
}

const copiedKey = 'probe-trail-copied-steps';

interface ClipboardState extends Pick<MapState, 'choose' | 'setSelected'> {
  readonly marked: ReadonlySet<string>;
  readonly remove: () => void;
  readonly setMessage: (message: string) => void;
}

/** Steps that are copied, cut and pasted. */
function useClipboard({ marked, choose, setSelected, remove, setMessage }: ClipboardState) {
  const { read, rework } = useEdits();
  const copy = (clipboard?: DataTransfer) => {
    const text = JSON.stringify(copySteps(read(), marked));
    // The browser's own clipboard is closed to a page that came over plain HTTP, but for its keys.
    clipboard?.setData('text/plain', text);
    putLocalText(copiedKey, text);
    setMessage(marked.size === 1 ? 'The step is copied.' : `${marked.size} steps are copied.`);
  };
  const cut = (clipboard?: DataTransfer) => {
    copy(clipboard);
    remove();
  };
  const paste = (clipboard?: DataTransfer) => {
    const copied = readCopiedSteps(clipboard?.getData('text/plain') || (localText(copiedKey) ?? ''));
    if (!copied.ok) return setMessage(copied.problem);
    let stepIds: readonly string[] = [];
    rework((plan) => {
      const pasted = pasteSteps(plan, copied.value);
      stepIds = pasted.stepIds;
      return pasted.plan;
    });
    const [first] = stepIds;
    if (first) choose(first);
    setSelected(new Set(stepIds));
    return setMessage(`${stepIds.length} pasted.`);
  };
  return { copy, cut, paste };
}

type Actions = Readonly<Record<string, (...given: never[]) => void>>;

/** The same functions for good, each doing what the newest of its name does: what they are given to need not be drawn anew. */
function useStableCallbacks<All extends Actions>(actions: All): All {
  const latest = useRef(actions);
  useLayoutEffect(() => {
    latest.current = actions;
  });
  return useMemo(
    () =>
      Object.fromEntries(
        Object.keys(latest.current).map((name) => [name, (...given: never[]) => latest.current[name]?.(...given)]),
      ) as All,
    [],
  );
}
