import { Button } from '@mantine/core';
import type { Finding } from '@probe-trail/core/plan';
import { useSearchParams } from 'react-router';
import { Notice } from '../../ui/Notice';
import { VerdictMark } from '../../ui/VerdictMark';
import { useEditor } from './editorContext';

/** All findings of the plan check, each with the way to the place that it is about. */
export function FindingsPart() {
  const { findings } = useEditor();
  const [, setSearch] = useSearchParams();
  if (findings.length === 0)
    return (
      <p style={{ display: 'flex', gap: 10 }}>
        <VerdictMark kind="inSpec" /> The plan check finds nothing: every step can be reached and every suspect can be
        found.
      </p>
    );
  return findings.map((finding) => (
    <Notice
      key={finding.rule + finding.says}
      kind={finding.severity === 'error' ? 'outOfSpec' : 'tooCloseToCall'}
      title={finding.says}
    >
      <div className="soft">{finding.todo}</div>
      {placeOf(finding) && (
        <Button variant="subtle" onClick={() => setSearch(placeOf(finding) ?? {})}>
          Show it
        </Button>
      )}
    </Notice>
  ));
}

function placeOf({ at }: Finding): Record<string, string> | undefined {
  if (at.stepId) return { part: 'steps', step: at.stepId };
  if (at.suspectId) return { part: 'suspects' };
  return at.conclusionId ? { part: 'conclusions' } : undefined;
}
