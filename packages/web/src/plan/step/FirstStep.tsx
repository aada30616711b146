import { Button, Group } from '@mantine/core';
import { addStepAfter, blankStep } from '@probe-trail/core/plan';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { Link } from 'react-router';
import { sayCount } from '../../ui/sayCount';
import { PutBlock } from '../block/PutBlock';
import { useDraft, useEdits } from '../draft/editorContext';
import classes from '../map/MapPage.module.css';

/** Where the map will be: an order in which a plan can be written, for whoever writes the first one. */
export function FirstStep({ onAdded }: { readonly onAdded: (stepId: string) => void }) {
  const { rework } = useEdits();
  const [isAsking, setIsAsking] = useState(false);
  const suspects = useDraft((plan) => plan.suspects.length);
  const conclusions = useDraft((plan) => plan.conclusions.length);
  const add = () => {
    const id = `step-${nanoid(6)}`;
    rework((plan) => addStepAfter(plan, undefined, blankStep(id, 'New step')));
    onAdded(id);
  };
  return (
    <div className={classes.none}>
      <p>The plan has no step yet. An order that works:</p>
      <ol className={`bullets ${classes.order}`}>
        <li>
          <Link to="?part=suspects">Suspects</Link>: everything that can be the cause, how often it is, and what mends
          it. {sayWritten(suspects, 'suspect')}
        </li>
        <li>
          <Link to="?part=conclusions">Conclusions</Link>: what the plan can end with. Each names suspects, or none.{' '}
          {sayWritten(conclusions, 'conclusion')}
        </li>
        <li>
          Steps: something in reach that only needs looking at is a good beginning. Each outcome says which suspects it
          clears or points to, and where it leads.
          <Group my={10}>
            <Button onClick={add}>Add a step</Button>
            <Button variant="default" onClick={() => setIsAsking(true)}>
              Begin with a block
            </Button>
          </Group>
        </li>
        <li>The plan check says what is missing while you write; “Walk it” shows the plan as a technician sees it.</li>
      </ol>
      <p>
        What is written down elsewhere can be <Link to="/plans">imported as an outline</Link>.
      </p>
      {isAsking && <PutBlock afterId={undefined} onPut={onAdded} onClose={() => setIsAsking(false)} />}
    </div>
  );
}

const sayWritten = (count: number, what: string) => count > 0 && <b>{sayCount(count, what)} written.</b>;
