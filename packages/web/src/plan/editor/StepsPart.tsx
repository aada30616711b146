import { Button } from '@mantine/core';
import { blankStep } from '@probe-trail/core/plan';
import { nanoid } from '@reduxjs/toolkit';
import { useSearchParams } from 'react-router';
import { VerdictMark } from '../../ui/VerdictMark';
import { useEditor } from './editorContext';
import { StepEditor } from './StepEditor';
import classes from './StepsPart.module.css';

/** The steps: the list on one side, the chosen step open beside it. */
export function StepsPart() {
  const { plan, edit } = useEditor();
  const [search, setSearch] = useSearchParams();
  const stepId = search.get('step') ?? plan.startStepId;
  const step = plan.steps.find(({ id }) => id === stepId) ?? plan.steps[0];
  const open = (id: string) => setSearch({ part: 'steps', step: id });
  const add = () => {
    const id = `step-${nanoid(6)}`;
    edit(null, (draft) => {
      draft.steps.push(blankStep(id, 'New step') as (typeof draft.steps)[number]);
      if (draft.steps.length === 1) draft.startStepId = id;
    });
    open(id);
  };
  return (
    <div className={classes.steps}>
      <nav aria-label="Steps of the plan">
        <ol className={classes.list}>
          {plan.steps.map(({ id, title }) => (
            <StepLine key={id} id={id} title={title} isOpen={id === step?.id} onOpen={() => open(id)} />
          ))}
        </ol>
        <Button variant="default" fullWidth onClick={add}>
          Add a step
        </Button>
      </nav>
      {step ? <StepEditor key={step.id} step={step} /> : <p>The plan has no step yet. Add the first one.</p>}
    </div>
  );
}

interface LineProps {
  readonly id: string;
  readonly title: string;
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}

function StepLine({ id, title, isOpen, onOpen }: LineProps) {
  const { plan, findings } = useEditor();
  const count = findings.filter(({ at }) => at.stepId === id).length;
  return (
    <li>
      <button type="button" aria-current={isOpen ? 'true' : undefined} onClick={onOpen}>
        <span>
          {title || 'A step without a title'}
          {plan.startStepId === id && <small>first step</small>}
        </span>
        {count > 0 && (
          <span className={classes.count}>
            <VerdictMark kind="outOfSpec" size={16} /> {count}
          </span>
        )}
      </button>
    </li>
  );
}
