import { Button, SegmentedControl } from '@mantine/core';
import type { Walk } from '@probe-trail/core/evidence';
import { addStepAfter, blankStep, type Step } from '@probe-trail/core/plan';
import { nanoid } from '@reduxjs/toolkit';
import { useDeferredValue, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { type OnTheWay, waysTo } from '../map/mapGraph';
import { PlanMap } from '../map/PlanMap';
import { useEditor } from './editorContext';
import { MapBar, type MapFocus } from './MapBar';
import { MapEnds } from './MapEnds';
import { StepEditor } from './StepEditor';
import classes from './StepsPart.module.css';
import { TryFrame } from './TryFrame';
import { useMapEdits } from './useMapEdits';
import { WalksPanel } from './WalksPanel';

const nothing: ReadonlySet<string> = new Set();

/** The steps: the plan as a map, and the chosen step open beside it. */
export function StepsPart() {
  const { plan, findings } = useEditor();
  const [search, setSearch] = useSearchParams();
  // The address follows; keys that come faster than it go on from what is chosen.
  const [stepId, setStepId] = useState(search.get('step') ?? plan.startStepId);
  const step = plan.steps.find(({ id }) => id === stepId) ?? plan.steps[0];
  const [selected, setSelected] = useState(nothing);
  const [folded, setFolded] = useState(nothing);
  const [focus, setFocus] = useState<MapFocus | undefined>();
  const [wanted, setWanted] = useState('');
  const choose = (id: string) => {
    setStepId(id);
    setSearch({ part: 'steps', step: id }, { replace: true });
    setSelected(new Set([id]));
  };
  const edits = useMapEdits({ chosen: step, selected, choose, setSelected, folded, setFolded });
  // The map follows a moment after what is typed beside it.
  const shown = useDeferredValue(plan);
  const [walk, setWalk] = useState<Walk | undefined>();
  const lit = useMemo(
    () => (walk ? wayOf(walk) : focus && waysTo(shown, conclusionsOf(shown, focus))),
    [shown, focus, walk],
  );
  const found = useMemo(() => findSteps(shown, wanted), [shown, wanted]);
  if (!step) return <FirstStep onAdded={choose} />;
  return (
    <div className={classes.bench}>
      <div className={classes.left}>
        <MapBar
          edits={edits}
          chosen={step}
          focus={focus}
          onFocus={setFocus}
          wanted={wanted}
          onWanted={setWanted}
          found={found}
          onChoose={choose}
        />
        <div className={classes.map}>
          <PlanMap
            plan={shown}
            findings={findings}
            chosenId={step.id}
            onChoose={choose}
            selected={selected}
            onSelect={setSelected}
            folded={folded}
            lit={lit}
            found={found}
            onLeadTo={edits.lead}
            onKey={edits.onKey}
            onClipboard={(what, clipboard) => edits[what](clipboard)}
          />
        </div>
        <MapEnds plan={plan} focus={focus} onFocus={setFocus} />
      </div>
      <Beside step={step} walk={walk} onWalk={setWalk} />
    </div>
  );
}

const beside = { step: 'The step', walks: 'All walks', try: 'Walk it' } as const;

interface BesideProps {
  readonly step: Step;
  readonly walk: Walk | undefined;
  readonly onWalk: (walk: Walk | undefined) => void;
}

/** What stands beside the map: the chosen step to write, all walks of the plan, or the draft as a technician sees it. */
function Beside({ step, walk, onWalk }: BesideProps) {
  const [view, setView] = useState<keyof typeof beside>('step');
  const show = (next: string) => {
    setView(next as keyof typeof beside);
    onWalk(undefined);
  };
  return (
    <section className={classes.beside} aria-label="Beside the map">
      <SegmentedControl
        fullWidth
        size="md"
        value={view}
        onChange={show}
        data={Object.entries(beside).map(([value, label]) => ({ value, label }))}
      />
      <div className={classes.step} data-view={view}>
        {view === 'step' && <StepEditor key={step.id} step={step} />}
        {view === 'walks' && <WalksPanel chosen={walk} onChoose={onWalk} />}
        {view === 'try' && <TryFrame step={step} />}
      </div>
    </section>
  );
}

const wayOf = ({ waymarks }: Walk): OnTheWay => ({
  steps: new Set(waymarks.map(({ stepId }) => stepId)),
  outcomes: new Set(waymarks.map(({ stepId, outcomeId }) => `${stepId}/${outcomeId}`)),
});

function FirstStep({ onAdded }: { readonly onAdded: (stepId: string) => void }) {
  const { rework } = useEditor();
  const add = () => {
    const id = `step-${nanoid(6)}`;
    rework((plan) => addStepAfter(plan, undefined, blankStep(id, 'New step')));
    onAdded(id);
  };
  return (
    <>
      <p>
        The plan has no step yet. Add the first one: something in reach that only needs looking at is a good beginning.
      </p>
      <Button onClick={add}>Add a step</Button>
    </>
  );
}

function conclusionsOf({ conclusions }: ReturnType<typeof useEditor>['plan'], focus: MapFocus): ReadonlySet<string> {
  return new Set(
    focus.kind === 'conclusion'
      ? [focus.id]
      : conclusions.filter(({ suspectIds }) => suspectIds.includes(focus.id)).map(({ id }) => id),
  );
}

/** Steps that speak of what is wanted: in their words, or at a pin such as C31·2. */
function findSteps({ steps }: ReturnType<typeof useEditor>['plan'], wanted: string): ReadonlySet<string> {
  const words = wanted.trim().toLowerCase();
  if (words === '') return nothing;
  return new Set(
    steps
      .filter(({ title, proves, instruction, hookUp }) => {
        const pins = (hookUp?.leads ?? []).map(({ at }) =>
          at.kind === 'pin' ? `${at.connectorId}·${at.pin}` : at.name,
        );
        return (
          [title, proves, instruction, ...pins].join('\n').toLowerCase().includes(words.replace('.', '·')) ||
          [title, proves, instruction].join('\n').toLowerCase().includes(words)
        );
      })
      .map(({ id }) => id),
  );
}
