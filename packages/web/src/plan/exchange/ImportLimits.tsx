import { Button, FileButton } from '@mantine/core';
import type { CommaRole, CommasRead } from '@probe-trail/core/exchange';
import type { Plan } from '@probe-trail/core/plan';
import { useState } from 'react';
import { Notice } from '../../spec/Notice';
import { useEdits } from '../draft/editorContext';
import { ChangeDialog } from '../review/ChangeDialog';
import { CommaChoice } from './CommaChoice';

/** What a file would change, before anything is done. */
interface Offer {
  readonly text: string;
  readonly change: (now: Plan) => Plan;
  readonly commas: CommasRead | undefined;
}

/** Limits from a spreadsheet in place of those of the draft; what changes is shown first. */
export function ImportLimits() {
  const { read: readDraft } = useEdits();
  const [offer, setOffer] = useState<Offer | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const read = async (text: string, comma?: CommaRole) => {
    const { readLimits } = await import('@probe-trail/core/exchange');
    const found = readLimits(readDraft(), text, comma);
    setProblem(found.ok ? undefined : found.problem);
    const change = (now: Plan) => {
      const next = readLimits(now, text, comma);
      return next.ok ? next.value.plan : now;
    };
    setOffer(found.ok ? { text, change, commas: found.value.commas } : undefined);
  };
  return (
    <>
      <FileButton accept=".csv,text/csv" onChange={(file) => void file?.text().then((text) => read(text))}>
        {(props) => (
          <Button variant="default" {...props}>
            Import limits (CSV)
          </Button>
        )}
      </FileButton>
      {problem && (
        <Notice kind="outOfSpec" title="No limit was changed">
          <p>{problem}</p>
        </Notice>
      )}
      {offer && (
        <ChangeDialog
          title="Limits from the file"
          change={offer.change}
          does="Put them into the draft"
          onClose={() => setOffer(undefined)}
        >
          {offer.commas && <CommaChoice commas={offer.commas} onChoose={(role) => void read(offer.text, role)} />}
        </ChangeDialog>
      )}
    </>
  );
}
