import { type Finding, isOpen } from '@probe-trail/core/plan';
import { useSearchParams } from 'react-router';
import { VerdictMark } from '../../spec/VerdictMark';
import { useFindings } from '../draft/editorContext';
import { Findings } from './Findings';

/** All findings of the plan check, each with the way to the place that it is about; at the end those that may stand. */
export function FindingsPart() {
  const findings = useFindings((all) => all);
  const [, setSearch] = useSearchParams();
  const show = (finding: Finding) => setSearch(placeOf(finding));
  const [open, accepted] = [findings.filter(isOpen), findings.filter((finding) => !isOpen(finding))];
  return (
    <>
      {open.length === 0 && (
        <p style={{ display: 'flex', gap: 10 }}>
          <VerdictMark kind="inSpec" /> The plan check finds nothing: every step can be reached and every suspect can be
          found.
        </p>
      )}
      <Findings findings={open} onShow={show} />
      {accepted.length > 0 && <h2>Accepted as is</h2>}
      <Findings findings={accepted} onShow={show} />
    </>
  );
}

function placeOf({ at }: Finding): Record<string, string> {
  if (at.stepId) return { part: 'steps', step: at.stepId };
  if (at.suspectId) return { part: 'suspects' };
  return at.conclusionId ? { part: 'conclusions' } : { part: 'about' };
}
