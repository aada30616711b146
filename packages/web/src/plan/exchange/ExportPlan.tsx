import { Button, Menu } from '@mantine/core';
import type { PaperIssue } from '@probe-trail/core/exchange';
import { indexPlan, type Picture, type Plan, type PlanVersionInfo, picturesIn } from '@probe-trail/core/plan';
import { IconDownload } from '@tabler/icons-react';
import { useState } from 'react';
import { sayExact } from '../../device/ago';
import { fetchPictures } from '../../photo/fetchPictures';
import { Notice } from '../../spec/Notice';
import { saveFile } from '../../ui/saveFile';
import { sayCount } from '../../ui/sayCount';
import { versionStates } from '../versionStates';

type Made = Blob | string;

interface Way {
  readonly label: string;
  readonly ending: string;
  readonly type: string;
  readonly hasPictures?: true;
  /** What writes them is loaded when it is first asked for. */
  readonly make: (plan: Plan, pictures: readonly Picture[], issue: PaperIssue | undefined) => Promise<Made>;
}

const exchange = () => import('@probe-trail/core/exchange');

const ways: readonly Way[] = [
  {
    label: 'Plan file (JSON)',
    ending: 'plan.json',
    type: 'application/json',
    hasPictures: true,
    make: async (plan, pictures) => (await import('@probe-trail/core/plan')).writePlanFile({ plan, pictures }),
  },
  {
    label: 'On paper (PDF)',
    ending: 'pdf',
    type: 'application/pdf',
    hasPictures: true,
    make: async (plan, pictures, issue) =>
      (await import('./paperPdf')).paperPdf((await exchange()).paperOf(plan, issue), pictures),
  },
  {
    label: 'Markdown',
    ending: 'md',
    type: 'text/markdown',
    make: async (plan, _, issue) => (await exchange()).toMarkdown(plan, issue),
  },
  {
    label: 'Limits (CSV)',
    ending: 'limits.csv',
    type: 'text/csv',
    make: async (plan) => (await exchange()).limitsToCsv(plan),
  },
  { label: 'Map (SVG)', ending: 'svg', type: 'image/svg+xml', make: drawMap },
  {
    label: 'Map (Mermaid)',
    ending: 'mmd',
    type: 'text/plain',
    make: async (plan) => (await exchange()).toMermaid(plan),
  },
];

async function drawMap(plan: Plan): Promise<string> {
  const [{ mapGraph }, { layoutMap }, { mapSvg }] = await Promise.all([
    import('../map/mapGraph'),
    import('../map/layoutMap'),
    import('../map/mapSvg'),
  ]);
  const graph = mapGraph(plan, new Set());
  const { conclusions } = indexPlan(plan);
  return mapSvg(graph, await layoutMap(graph), (id) => conclusions.get(id)?.title || id);
}

interface ExportProps {
  /** `undefined` until it is there. */
  readonly plan: Plan | undefined;
  /** Of which version it is, where that is known. */
  readonly version: PlanVersionInfo | undefined;
}

const issueOf = ({ version, state, savedBy, savedAtMs }: PlanVersionInfo): PaperIssue => ({
  version,
  state: versionStates[state],
  savedBy,
  savedOn: sayExact(savedAtMs),
});

/** A plan in the open formats, as a file. */
export function ExportPlan({ plan, version }: ExportProps) {
  const [isMaking, setIsMaking] = useState(false);
  const [problem, setProblem] = useState<string | undefined>();
  const [missing, setMissing] = useState(0);
  const take = async ({ ending, type, hasPictures, make }: Way) => {
    if (!plan) return;
    setIsMaking(true);
    setProblem(undefined);
    setMissing(0);
    try {
      const found = hasPictures ? await fetchPictures(picturesIn(plan)) : { pictures: [], missing: 0 };
      saveFile(
        new Blob([await make(plan, found.pictures, version && issueOf(version))], { type }),
        `${plan.id}.${ending}`,
      );
      setMissing(found.missing);
    } catch (error) {
      // Loading the writer fails without a network.
      setProblem(error instanceof Error ? error.message : String(error));
    }
    setIsMaking(false);
  };
  return (
    <>
      <Menu>
        <Menu.Target>
          <Button variant="subtle" loading={isMaking} disabled={!plan} leftSection={<IconDownload size={18} />}>
            Export
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {ways.map((way) => (
            <Menu.Item key={way.ending} onClick={() => void take(way)}>
              {way.label}
            </Menu.Item>
          ))}
        </Menu.Dropdown>
      </Menu>
      {missing > 0 && (
        <Notice
          kind="tooCloseToCall"
          title={`${sayCount(missing, 'picture')} could not be loaded: in their place the file has the captions.`}
        />
      )}
      {problem && <Notice kind="outOfSpec" title={`The file could not be made: ${problem}`} />}
    </>
  );
}
