import { ActionIcon, Tabs } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { isOpen, type PlanVersion } from '@probe-trail/core/plan';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import type { Remote } from 'comlink';
import { memo, type ReactNode, useCallback, useEffect, useState } from 'react';
import { useStore } from 'react-redux';
import { useParams, useSearchParams } from 'react-router';
import { ActionCreators } from 'redux-undo';
import { Wait } from '../../api/Wait';
import { DeskPage } from '../../frame/DeskPage';
import { keys } from '../../frame/keys';
import { Page } from '../../frame/Page';
import { type AppState, useAppDispatch, useAppSelector } from '../../state/appState';
import { draftEdited, draftOpened, selectCanRedo, selectCanUndo } from '../draft/draftSlice';
import { useDraft, useFindings, VersionContext } from '../draft/editorContext';
import type { FindingsChange } from '../draft/findingsChange';
import { planChecked } from '../draft/findingsSlice';
import { readKeptDraft } from '../draft/keptDraft';
import { flushFields } from '../draft/openFields';
import type { PlanChange } from '../draft/planChange';
import type { PlanCheck } from '../draft/planCheck.worker';
import { SettledDraftContext, useMakeSettledDraft } from '../draft/settledDraft';
import { usePlanWorker } from '../draft/usePlanWorker';
import { SavingContext, useSaving, useSavingState } from '../draft/useSaving';
import { FindingsPart } from '../findings/FindingsPart';
import { usePlanDraftQuery, usePlanQuery } from '../planApi';
import { ReviewBar } from '../review/ReviewBar';
import { AboutPart } from './AboutPart';
import { ConclusionsPart } from './ConclusionsPart';
import { ConflictNotice } from './ConflictNotice';
import { MatrixPart } from './MatrixPart';
import { PartCardsPart } from './PartCardsPart';
import { PathsPart } from './PathsPart';
import classes from './PlanEditorPage.module.css';
import { StepsPart } from './StepsPart';
import { SuspectsPart } from './SuspectsPart';

/** The author's editor: everything of a plan, saved as it is written, with the findings of the plan check. */
export function PlanEditorPage() {
  const { planId = '' } = useParams();
  const { data, isFetching, error, refetch } = usePlanDraftQuery(planId);
  const [opened, setOpened] = useState<PlanVersion | undefined>();
  const dispatch = useAppDispatch();
  useEffect(() => {
    // What was asked for before may be older than what has been saved since.
    if (!data || isFetching || opened) return;
    dispatch(draftOpened(data.document));
    dispatch(ActionCreators.clearHistory());
    const kept = readKeptDraft(planId);
    // Undo takes what was restored away again.
    if (kept) dispatch(draftEdited({ document: kept, group: null }));
    setOpened(data);
  }, [data, isFetching, opened, dispatch, planId]);
  if (opened) return <OpenEditor opened={opened} />;
  return (
    <Page title="Draft">
      <Wait for={undefined} error={error} retry={refetch}>
        {() => null}
      </Wait>
    </Page>
  );
}

const askCheck = (worker: Remote<PlanCheck>, change: PlanChange) => worker.checkPlan(change);

// Each draws itself anew when what it shows of the draft changes, not with every key.
const parts = {
  steps: ['Map', memo(StepsPart)],
  suspects: ['Suspects', memo(SuspectsPart)],
  matrix: ['Matrix', memo(MatrixPart)],
  conclusions: ['Conclusions', memo(ConclusionsPart)],
  cards: ['Cards', memo(PartCardsPart)],
  paths: ['Paths', memo(PathsPart)],
  about: ['About', memo(AboutPart)],
  findings: ['Check', memo(FindingsPart)],
} as const;

interface OpenProps {
  readonly opened: PlanVersion;
}

const OpenEditor = ({ opened }: OpenProps) => (
  <DraftWork opened={opened}>
    <EditorPage opened={opened} />
  </DraftWork>
);

/** What goes on with every edit, saving and checking; what is drawn below hears only of what comes of it. */
function DraftWork({ opened, children }: OpenProps & { readonly children: ReactNode }) {
  const saving = useSaving(opened);
  const rested = useMakeSettledDraft();
  const dispatch = useAppDispatch();
  const onChecked = useCallback((change: FindingsChange) => void dispatch(planChecked(change)), [dispatch]);
  usePlanWorker(
    useDraft((draft) => draft),
    askCheck,
    onChecked,
  );
  return (
    <VersionContext.Provider value={opened.version}>
      <SavingContext.Provider value={saving}>
        <SettledDraftContext.Provider value={rested}>{children}</SettledDraftContext.Provider>
      </SavingContext.Provider>
    </VersionContext.Provider>
  );
}

const EditorPage = memo(function EditorPage({ opened }: OpenProps) {
  const [search, setSearch] = useSearchParams();
  const part = search.get('part') ?? 'steps';
  return (
    <Tabs
      className={classes.tabs ?? ''}
      value={part}
      onChange={(next) => setSearch({ part: next ?? 'steps' })}
      keepMounted={false}
    >
      <DeskPage head={<EditorHead opened={opened} />}>
        <div className={classes.notice}>
          <ConflictNotice />
        </div>
        <PartPanels />
      </DeskPage>
    </Tabs>
  );
});

/** The parts of the draft; drawn anew only when another is chosen. */
const PartPanels = memo(() =>
  Object.entries(parts).map(([value, [, Part]]) => (
    <Tabs.Panel key={value} value={value} className={classes.panel ?? ''} data-part={value}>
      <Part />
    </Tabs.Panel>
  )),
);

/** One row: what the plan is called and how it stands, its parts, and what is done with the whole of it. */
const EditorHead = memo(function EditorHead({ opened }: OpenProps) {
  return (
    <>
      <div className={classes.name}>
        <PlanName />
        <DraftState opened={opened} />
      </div>
      <Tabs.List className={classes.parts ?? ''} aria-label="Parts of the plan">
        {Object.entries(parts).map(([value, [name]]) => (
          <Tabs.Tab key={value} value={value} className={classes.part ?? ''}>
            {name}
            {value === 'findings' && <OpenFindings />}
          </Tabs.Tab>
        ))}
      </Tabs.List>
      <div className={classes.actions}>
        <UndoRedo />
        <ReviewBar opened={opened} />
      </div>
    </>
  );
});

function PlanName() {
  const title = useDraft((plan) => plan.title);
  const words = title || 'A plan without a title';
  return <h1 title={words}>{words}</h1>;
}

/** How many findings of the plan check are open. */
function OpenFindings() {
  const count = useFindings((findings) => findings.filter(isOpen).length);
  return count > 0 && <b> {count}</b>;
}

const saveWords = {
  saved: 'all saved',
  unsaved: 'saving',
  conflict: 'not saved',
  failed: 'not saved yet, kept on this device',
} as const;

function DraftState({ opened: { planId, version } }: OpenProps) {
  const { state } = useSavingState();
  const { data: plan } = usePlanQuery(planId);
  const draft = plan?.draft;
  const words = [
    `draft ${version}`,
    saveWords[state.kind],
    draft?.state === 'inReview' && 'in review',
    draft?.state === 'inReview' && draft.approvedBy !== null && `approved by ${draft.approvedBy}`,
  ];
  return (
    <span className={classes.state} role="status">
      {words.filter((one) => one !== false && one !== undefined).join(', ')}
    </span>
  );
}

function UndoRedo() {
  const dispatch = useAppDispatch();
  const store = useStore<AppState>();
  const canUndo = useAppSelector(selectCanUndo);
  const canRedo = useAppSelector(selectCanRedo);
  const undo = () => {
    flushFields();
    if (selectCanUndo(store.getState())) dispatch(ActionCreators.undo());
  };
  const redo = () => {
    flushFields();
    dispatch(ActionCreators.redo());
  };
  useHotkeys(
    [
      [keys.undo.key, undo],
      [keys.redo.key, redo],
      ['mod+Y', redo],
    ],
    [],
  );
  return (
    <>
      <ActionIcon aria-label="Undo" title="Undo (Ctrl Z)" disabled={!canUndo} onClick={undo}>
        <IconArrowBackUp size={22} />
      </ActionIcon>
      <ActionIcon aria-label="Redo" title="Redo (Ctrl Shift Z)" disabled={!canRedo} onClick={redo}>
        <IconArrowForwardUp size={22} />
      </ActionIcon>
    </>
  );
}
