import { Button, FileButton, Group, Progress, Textarea } from '@mantine/core';
import { mostCodes, type ReadCodeText, sayNothingFound } from '@probe-trail/core/codes';
import type { Line } from '@probe-trail/core/vehicle';
import { type DragEvent, useEffect, useState } from 'react';
import { Notice } from '../spec/Notice';
import classes from './PasteReport.module.css';
import { useReportReader } from './useReportReader';
import type { DraftOfSheet } from './useSheetDraft';

interface PasteProps {
  readonly line: Line | undefined;
  readonly draft: DraftOfSheet;
}

/** A report of whatever form, pasted or dropped: what was understood goes into the sheet to be looked over. */
export function PasteReport({ line, draft: { change } }: PasteProps) {
  const [text, setText] = useState('');
  const [read, setRead] = useState<ReadCodeText | undefined>();
  const reader = useReportReader(line, (found) => {
    if (found.beginning !== undefined) setText(found.beginning);
    setRead(found);
    // What is more than a sheet can keep is no report of one vehicle.
    if (found.codes.length <= mostCodes) change({ units: found.units, codes: found.codes });
  });
  const take = (report: string | File) => {
    setRead(undefined);
    if (typeof report === 'string') setText(report);
    void reader.read(report);
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    const [file] = event.dataTransfer.files;
    if (file) take(file);
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
        <FileButton accept=".txt,.csv,.tsv,.log,text/*" onChange={(file) => file && take(file)}>
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
      {reader.share !== undefined && <Reading share={reader.share} onCancel={reader.cancel} />}
      {read && read.codes.length === 0 && <Notice kind="tooCloseToCall" title={sayNothingFound(read)} />}
      {read && read.codes.length > mostCodes && (
        <Notice
          kind="tooCloseToCall"
          title={`The report has ${read.codes.length} codes. A sheet is of one vehicle and keeps at most ${mostCodes}; paste the part that is of this one.`}
        />
      )}
    </div>
  );
}

/** Only a report that takes a while is worth a word. */
function Reading({ share, onCancel }: { readonly share: number; readonly onCancel: () => void }) {
  const [isSlow, setIsSlow] = useState(false);
  useEffect(() => {
    const waiting = setTimeout(() => setIsSlow(true), 300);
    return () => clearTimeout(waiting);
  }, []);
  if (!isSlow) return null;
  return (
    <Group mt="xs" role="status">
      <Progress value={share * 100} w={240} aria-label="How much of the report has been read" />
      <span>{Math.round(share * 100)} % read</span>
      <Button variant="default" size="md" onClick={onCancel}>
        Cancel
      </Button>
    </Group>
  );
}

const sayUnderstood = ({ codes, units, lineCount, notUnderstood }: ReadCodeText) =>
  `${counted(codes.length, 'code')} and ${counted(units.length, 'unit')} found in ${counted(lineCount, 'line')}; ${notUnderstood} ${notUnderstood === 1 ? 'line has' : 'lines have'} neither.`;

const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`;
