import { Button } from '@mantine/core';
import { acceptanceOf, type Finding, isAbout, isOpen, mendOf } from '@probe-trail/core/plan';
import { memo } from 'react';
import { ReasonForm } from '../../fields/ReasonForm';
import { VerdictMark } from '../../spec/VerdictMark';
import { useEdits } from '../draft/editorContext';
import { useSettledDraft } from '../draft/settledDraft';
import classes from './Findings.module.css';

interface FindingsProps {
  readonly findings: readonly Finding[];
  /** Goes to the place that a finding is about; without it, the place is open already. */
  readonly onShow?: (finding: Finding) => void;
}

/** Findings of the plan check, each with what to do about it: by one click, or by saying why it may stand. */
export const Findings = memo(function Findings({ findings, onShow }: FindingsProps) {
  if (findings.length === 0) return null;
  return (
    <ul className={classes.findings} aria-label="Findings of the plan check">
      {findings.map((finding, index) => (
        // Two findings can say the same of two places.
        <li
          key={`${index} ${finding.rule} ${Object.values(finding.at).join(' ')}`}
          data-open={isOpen(finding) || undefined}
        >
          <VerdictMark kind={findingMark(finding)} size={20} />
          <div className={classes.text}>
            <b>{finding.message}</b>
            <span>{finding.acceptedBecause === undefined ? finding.todo : `Accepted: ${finding.acceptedBecause}`}</span>
          </div>
          <div className={classes.actions}>
            {onShow && (
              <Button variant="subtle" onClick={() => onShow(finding)}>
                Show it
              </Button>
            )}
            <MendIt finding={finding} />
            {finding.severity === 'warning' && <LetItStand finding={finding} />}
          </div>
        </li>
      ))}
    </ul>
  );
});

const findingMark = (finding: Finding) =>
  !isOpen(finding) ? 'noLimit' : finding.severity === 'error' ? 'outOfSpec' : 'tooCloseToCall';

function MendIt({ finding }: { readonly finding: Finding }) {
  const { rework } = useEdits();
  const plan = useSettledDraft((draft) => draft);
  const mend = isOpen(finding) ? mendOf(plan, finding) : undefined;
  if (!mend) return null;
  return (
    <Button variant="default" onClick={() => rework((draft) => mendOf(draft, finding)?.plan ?? draft)}>
      {mend.label}
    </Button>
  );
}

/** A warning that the author knows of: the reason stays in the plan. */
function LetItStand({ finding }: { readonly finding: Finding }) {
  const { rework } = useEdits();
  if (isOpen(finding))
    return (
      <ReasonForm
        opens="Accept as is"
        label="Why you accept it"
        description="The reason is kept in the plan; the check no longer warns."
        does="Accept as is"
        onReason={(reason) =>
          rework((plan) => ({ ...plan, accepted: [...plan.accepted, acceptanceOf(finding, reason)] }))
        }
      />
    );
  return (
    <Button
      variant="subtle"
      onClick={() => rework((plan) => ({ ...plan, accepted: plan.accepted.filter((one) => !isAbout(one, finding)) }))}
    >
      Warn again
    </Button>
  );
}
