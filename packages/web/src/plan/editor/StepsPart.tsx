import { SegmentedControl } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import type { Walk } from '@probe-trail/core/evidence';
import { hookUpsOf, type Plan, sayPlace, textsOf } from '@probe-trail/core/plan';
import { type ReactNode, useCallback, useDeferredValue, useMemo, useState } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { useSearchParams } from 'react-router';
import { keepText, keptText } from '../../device/keptTexts';
import { optionsOf } from '../../fields/optionsOf';
import { useAppSelector } from '../../state/appState';
import { PutBlock } from '../block/PutBlock';
import { selectCountedFindings } from '../draft/countedFindings';
import { useDraft } from '../draft/editorContext';
import { useSettledDraft } from '../draft/settledDraft';
import { MapBar, type MapFocus } from '../map/MapBar';
import { MapEnds } from '../map/MapEnds';
import classes from '../map/MapPage.module.css';
import { type OnTheWay, waysTo } from '../map/mapGraph';
import { PlanMap } from '../map/PlanMap';
import { useMapEdits } from '../map/useMapEdits';
import { AddExperiment } from '../step/AddExperiment';
import { FirstStep } from '../step/FirstStep';
import { StepEditor } from '../step/StepEditor';
import { TryFrame } from './TryFrame';
import { WalksPanel } from './WalksPanel';

const nothing: ReadonlySet<string> = new Set();

/** The steps: the plan as a map, and the chosen step open beside it. */
export function StepsPart() {
  const [search, setSearch] = useSearchParams();
  // The address follows; keys that come faster than it go on from what is chosen.
  const [stepId, setStepId] = useState<string | undefined>(search.get('step') ?? undefined);
  const chosenId = useDraft(
    ({ steps, startStepId }) => (steps.find(({ id }) => id === (stepId ?? startStepId)) ?? steps[0])?.id,
  );
  const [walk, setWalk] = useState<Walk | undefined>();
  const [selected, setSelected] = useState(nothing);
  const choose = useCallback(
    (id: string) => {
      setStepId(id);
      setSearch({ part: 'steps', step: id }, { replace: true });
      setSelected(new Set([id]));
    },
    [setSearch],
  );
  const [addedId, setAddedId] = useState<string | undefined>();
  const onAdded = useCallback(
    (id: string) => {
      setAddedId(id);
      choose(id);
    },
    [choose],
  );
  // The map of a large plan stands before all the fields of the step beside it are drawn.
  const isBesideDue = useDeferredValue(true, false);
  if (chosenId === undefined) return <FirstStep onAdded={onAdded} />;
  return (
    <Split
      map={
        <MapSide
          stepId={chosenId}
          selected={selected}
          onSelect={setSelected}
          onChoose={choose}
          onAdded={onAdded}
          walk={walk}
        />
      }
      beside={isBesideDue && <Beside stepId={chosenId} isNew={chosenId === addedId} walk={walk} onWalk={setWalk} />}
    />
  );
}

interface SplitProps {
  readonly map: ReactNode;
  readonly beside: ReactNode;
}

const keptLayout = { getItem: (name: string) => keptText(name) ?? null, setItem: keepText };

/** The map, and what stands beside it: as wide as it was dragged last on this device. On an upright screen it stands below. */
function Split({ map, beside }: SplitProps) {
  const isUpright = useMediaQuery('(max-width: 900px)', undefined, { getInitialValueInEffect: false });
  const orientation = isUpright ? 'vertical' : 'horizontal';
  const { defaultLayout, onLayoutChanged } = useDefaultLayout({ id: `desk-${orientation}`, storage: keptLayout });
  return (
    <Group
      key={orientation}
      className={classes.workspace}
      orientation={orientation}
      {...(defaultLayout && { defaultLayout })}
      onLayoutChanged={onLayoutChanged}
    >
      <Panel id="map" minSize={isUpright ? 200 : 320}>
        {map}
      </Panel>
      <Separator className={classes.handle} aria-label="How wide the step is" />
      <Panel id="beside" minSize={isUpright ? 200 : 400} defaultSize={isUpright ? '55%' : 500}>
        {beside}
      </Panel>
    </Group>
  );
}

interface MapSideProps {
  readonly stepId: string;
  readonly selected: ReadonlySet<string>;
  readonly onSelect: (stepIds: ReadonlySet<string>) => void;
  readonly onChoose: (stepId: string) => void;
  /** Chooses a step that was added just now. */
  readonly onAdded: (stepId: string) => void;
  /** The walk that is shown alone. */
  readonly walk: Walk | undefined;
}

/** The map with what can be done on it. */
function MapSide({ stepId, selected, onSelect, onChoose, onAdded, walk }: MapSideProps) {
  const findings = useAppSelector(selectCountedFindings);
  const [folded, setFolded] = useState(nothing);
  const [focus, setFocus] = useState<MapFocus | undefined>();
  const [wanted, setWanted] = useState('');
  const [asking, setAsking] = useState<'block' | 'experiment' | undefined>();
  const askBlock = useCallback(() => setAsking('block'), []);
  const askExperiment = useCallback(() => setAsking('experiment'), []);
  const stopAsking = useCallback(() => setAsking(undefined), []);
  const { actions, message, marked } = useMapEdits({
    chosenId: stepId,
    selected,
    choose: onChoose,
    onAdded,
    setSelected: onSelect,
    folded,
    setFolded,
    askBlock,
    askExperiment,
  });
  // The map follows a moment after what is typed beside it.
  const plan = useDeferredValue(useSettledDraft((draft) => draft));
  const lit = useMemo(
    () => (walk ? wayOf(walk) : focus && waysTo(plan, conclusionsOf(plan, focus))),
    [plan, focus, walk],
  );
  const found = useMemo(() => findSteps(plan, wanted), [plan, wanted]);
  const onClipboard = useCallback(
    (what: 'copy' | 'cut' | 'paste', clipboard: DataTransfer) => actions[what](clipboard),
    [actions],
  );
  return (
    <div className={classes.left}>
      <MapBar
        edits={actions}
        message={message}
        marked={marked}
        chosenId={stepId}
        focus={focus}
        onFocus={setFocus}
        wanted={wanted}
        onWanted={setWanted}
        found={found}
        onChoose={onChoose}
        onBlock={askBlock}
        onExperiment={askExperiment}
      />
      {asking === 'block' && <PutBlock afterId={stepId} onPut={onChoose} onClose={stopAsking} />}
      {asking === 'experiment' && <AddExperiment afterId={stepId} onAdded={onChoose} onClose={stopAsking} />}
      <div className={classes.map}>
        <PlanMap
          plan={plan}
          findings={findings}
          chosenId={stepId}
          onChoose={onChoose}
          selected={selected}
          onSelect={onSelect}
          folded={folded}
          lit={lit}
          found={found}
          onLeadTo={actions.lead}
          onKey={actions.onKey}
          onClipboard={onClipboard}
        />
      </div>
      <MapEnds focus={focus} onFocus={setFocus} />
    </div>
  );
}

const beside = { step: 'Step', walks: 'All walks', try: 'Walk it' } as const;

interface BesideProps {
  readonly stepId: string;
  /** The step was added just now. */
  readonly isNew: boolean;
  readonly walk: Walk | undefined;
  readonly onWalk: (walk: Walk | undefined) => void;
}

/** What stands beside the map: the chosen step to write, all walks of the plan, or the draft as a technician sees it. */
function Beside({ stepId, isNew, walk, onWalk }: BesideProps) {
  const [view, setView] = useState<keyof typeof beside>('step');
  const show = (next: string) => {
    setView(next as keyof typeof beside);
    onWalk(undefined);
  };
  return (
    <section className={classes.beside} aria-label="Beside the map">
      <SegmentedControl className={classes.views ?? ''} value={view} onChange={show} data={optionsOf(beside)} />
      <div className={classes.step} data-view={view}>
        {view === 'step' && <ChosenStep stepId={stepId} isNew={isNew} />}
        {view === 'walks' && <WalksPanel chosen={walk} onChoose={onWalk} />}
        {view === 'try' && <TryFrame stepId={stepId} />}
      </div>
    </section>
  );
}

function ChosenStep({ stepId, isNew }: Pick<BesideProps, 'stepId' | 'isNew'>) {
  const step = useDraft(({ steps }) => steps.find(({ id }) => id === stepId));
  return step && <StepEditor key={stepId} step={step} isNew={isNew} />;
}

const wayOf = ({ waymarks }: Walk): OnTheWay => ({
  steps: new Set(waymarks.map(({ stepId }) => stepId)),
  outcomes: new Set(waymarks.map(({ stepId, outcomeId }) => `${stepId}/${outcomeId}`)),
});

function conclusionsOf({ conclusions }: Plan, focus: MapFocus): ReadonlySet<string> {
  return new Set(
    focus.kind === 'conclusion'
      ? [focus.id]
      : conclusions.filter(({ suspectIds }) => suspectIds.includes(focus.id)).map(({ id }) => id),
  );
}

/** Steps that speak of what is wanted: in their words, or at a pin such as C31·2. */
function findSteps({ steps }: Plan, wanted: string): ReadonlySet<string> {
  const words = wanted.trim().toLowerCase();
  if (words === '') return nothing;
  return new Set(
    steps
      .filter((step) => {
        const pins = hookUpsOf(step).flatMap(({ leads }) => leads.map(({ at }) => sayPlace(at)));
        const written = textsOf(step).join('\n').toLowerCase();
        return written.includes(words) || pins.join('\n').toLowerCase().includes(words.replace('.', '·'));
      })
      .map(({ id }) => id),
  );
}
