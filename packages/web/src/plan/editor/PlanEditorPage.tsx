import { ActionIcon, Tabs } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { errorsOf, type Finding, isOpen, type PlanVersion } from '@probe-trail/core/plan';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import type { Remote } from 'comlink';
import { memo, useEffect, useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { ActionCreators } from 'redux-undo';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { Page } from '../../ui/Page';
import { Wait } from '../../ui/Wait';
import { usePlanDraftQuery } from '../planApi';
import { ReviewBar } from '../review/ReviewBar';
import { AboutPart } from './AboutPart';
import { ConclusionsPart } from './ConclusionsPart';
import { ConflictNotice } from './ConflictNotice';
import { draftEdited, draftOpened, selectCanRedo, selectCanUndo } from './draftSlice';
import { EditorContext, useDraft, useEditor } from './editorContext';
import { FindingsPart } from './FindingsPart';
import { readKeptDraft } from './keptDraft';
import { MatrixPart } from './MatrixPart';
import { PartCardsPart } from './PartCardsPart';
import type { PlanChange } from './planChange';
import type { PlanCheck } from './planCheck.worker';
import { StepsPart } from './StepsPart';
import { SuspectsPart } from './SuspectsPart';
import { usePlanWorker } from './usePlanWorker';
import { type Saving, useSaving } from './useSaving';

/** The author's editor: everything of a plan, saved as it is written, with the findings of the plan check. */
export function PlanEditorPage() {
  const { planId = '' } = useParams();
  const { data, error, refetch } = usePlanDraftQuery(planId, { refetchOnMountOrArgChange: true });
  const [opened, setOpened] = useState<PlanVersion | undefined>();
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!data || opened) return;
    dispatch(draftOpened(data.document));
    dispatch(ActionCreators.clearHistory());
    const kept = readKeptDraft(planId);
    // Undo takes what was restored away again.
    if (kept) dispatch(draftEdited({ document: kept, group: null }));
    setOpened(data);
  }, [data, opened, dispatch, planId]);
  if (opened) return <OpenEditor opened={opened} />;
  return (
    <Page title="Draft">
      <Wait for={undefined} error={error} retry={refetch}>
        {() => null}
      </Wait>
    </Page>
  );
}

const unchecked: readonly Finding[] = [];
const askCheck = (worker: Remote<PlanCheck>, change: PlanChange) => worker.checkPlan(change);

// Each draws itself anew when what it shows of the draft changes, not with every key.
const parts = {
  steps: ['Steps', memo(StepsPart)],
  suspects: ['Suspects', memo(SuspectsPart)],
  matrix: ['Suspects × outcomes', memo(MatrixPart)],
  conclusions: ['Conclusions', memo(ConclusionsPart)],
  cards: ['Part cards', memo(PartCardsPart)],
  about: ['About', memo(AboutPart)],
  findings: ['Plan check', memo(FindingsPart)],
} as const;

function OpenEditor({ opened }: { readonly opened: PlanVersion }) {
  const saving = useSaving(opened);
  const plan = useDraft((draft) => draft);
  const checked = usePlanWorker(plan, askCheck);
  const findings = checked ?? unchecked;
  const editor = useMemo(() => ({ version: opened.version, findings }), [opened.version, findings]);
  return (
    <EditorContext.Provider value={editor}>
      <Page
        isWide
        title={plan.title || 'A plan without a title'}
        actions={<Actions opened={opened} saving={saving} errors={checked && errorsOf(checked).length} />}
      >
        <ConflictNotice saving={saving} plan={plan} />
        <EditorTabs />
      </Page>
    </EditorContext.Provider>
  );
}

/** The parts of the draft; drawn anew only when the findings change. */
const EditorTabs = memo(function EditorTabs() {
  const { findings } = useEditor();
  const [search, setSearch] = useSearchParams();
  const part = search.get('part') ?? 'steps';
  return (
    <Tabs value={part} onChange={(next) => setSearch({ part: next ?? 'steps' })} keepMounted={false}>
      <Tabs.List mb="md">
        {Object.entries(parts).map(([value, [name]]) => (
          <Tabs.Tab key={value} value={value} mih={44} fz="md">
            {name}
            {value === 'findings' && ` (${findings.filter(isOpen).length})`}
          </Tabs.Tab>
        ))}
      </Tabs.List>
      {Object.entries(parts).map(([value, [, Part]]) => (
        <Tabs.Panel key={value} value={value}>
          <Part />
        </Tabs.Panel>
      ))}
    </Tabs>
  );
});

interface ActionsProps {
  readonly opened: PlanVersion;
  readonly saving: Saving;
  /** How many keep it from being released; `undefined` until the plan check is done. */
  readonly errors: number | undefined;
}

const saveWords = {
  saved: 'all saved',
  unsaved: 'saving',
  conflict: 'not saved',
  failed: 'not saved yet, kept on this device',
} as const;

function Actions({ opened, saving, errors }: ActionsProps) {
  return (
    <>
      <span className="soft" role="status">
        draft {opened.version}, {saveWords[saving.state.kind]}
      </span>
      <UndoRedo />
      <ReviewBar opened={opened} saving={saving} errors={errors} />
    </>
  );
}

function UndoRedo() {
  const dispatch = useAppDispatch();
  const canUndo = useAppSelector(selectCanUndo);
  const canRedo = useAppSelector(selectCanRedo);
  const undo = () => canUndo && dispatch(ActionCreators.undo());
  const redo = () => dispatch(ActionCreators.redo());
  useHotkeys(
    [
      ['mod+Z', undo],
      ['mod+shift+Z', redo],
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
