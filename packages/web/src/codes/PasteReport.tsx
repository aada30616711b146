import { Button, FileButton, Group, Textarea } from '@mantine/core';
import { type ReadCodeText, readCodeText, sayNothingFound } from '@probe-trail/core/codes';
import type { Line } from '@probe-trail/core/vehicle';
import { type DragEvent, useState } from 'react';
import { Notice } from '../ui/Notice';
import { decodeText } from './decodeText';
import classes from './PasteReport.module.css';
import type { DraftOfSheet } from './useSheetDraft';

interface PasteProps {
  readonly line: Line | undefined;
  readonly draft: DraftOfSheet;
}

/** A report of whatever form, pasted or dropped: what was understood goes into the sheet to be looked over. */
export function PasteReport({ line, draft: { change } }: PasteProps) {
  const [text, setText] = useState('');
  const [read, setRead] = useState<ReadCodeText | undefined>();
  const take = (report: string) => {
    const found = readCodeText(report, line);
    setText(report);
    setRead(found);
    change({ units: found.units, codes: found.codes });
  };
  const takeFile = async (file: File | null) => {
    if (file) take(decodeText(new Uint8Array(await file.arrayBuffer())));
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    void takeFile(event.dataTransfer.files[0] ?? null);
  };
  return (
    <div className={classes.paste}>
      <Textarea
        label="The report"
        onDrop={drop}
        onDragOver={(event) => event.preventDefault()}
        description="Paste it, or drop its file here: text or CSV of any kind"
        minRows={5}
        maxRows={14}
        autosize
        styles={{ input: { fontFamily: 'var(--mono)', fontSize: 14 } }}
        value={text}
        onChange={(event) => take(event.currentTarget.value)}
      />
      <Group mt="xs">
        <FileButton accept=".txt,.csv,.tsv,.log,text/*" onChange={(file) => void takeFile(file)}>
          {(props) => (
            <Button variant="default" {...props}>
              Choose a file
            </Button>
          )}
        </FileButton>
        {read && read.codes.length > 0 && (
          <span className="soft" role="status">
            {sayUnderstood(read)}
          </span>
        )}
      </Group>
      {read && read.codes.length === 0 && <Notice kind="tooCloseToCall" title={sayNothingFound(read)} />}
    </div>
  );
}

const sayUnderstood = ({ codes, units, lineCount, notUnderstood }: ReadCodeText) =>
  `${counted(codes.length, 'code')} and ${counted(units.length, 'unit')} found in ${counted(lineCount, 'line')}; ${notUnderstood} ${notUnderstood === 1 ? 'says' : 'say'} neither.`;

const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;
