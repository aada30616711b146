import { Textarea } from '@mantine/core';
import { useState } from 'react';
import { isOnlyPicture } from '../fields/onlyPicture';
import { parseTable, type TableRow, tableText } from './tableText';

interface RowsProps {
  readonly rows: readonly TableRow[];
  readonly unit: string;
  readonly atUnit: string;
  readonly onRows: (rows: readonly TableRow[]) => void;
}

/** A table as text: typed, or pasted from a spreadsheet; until it makes sense it stays as typed, with the reason. */
export function RowsText({ rows, unit, atUnit, onRows }: RowsProps) {
  const [typed, setTyped] = useState<string | undefined>();
  const [isPicture, setIsPicture] = useState(false);
  const parsed = typed === undefined ? undefined : parseTable(unit, atUnit)(typed);
  return (
    <Textarea
      label="Rows"
      description={`One to a line: value in ${atUnit}; from; to, or value; nominal ± tolerance, in ${unit}. A paste from a spreadsheet will do.`}
      autosize
      minRows={3}
      maxRows={16}
      classNames={{ input: 'mono' }}
      value={typed ?? tableText(rows)}
      error={
        isPicture
          ? 'That is a picture, not a table: copy the cells themselves. The rows are as they were.'
          : parsed && !parsed.ok && parsed.problem
      }
      onPaste={({ clipboardData }) => setIsPicture(isOnlyPicture(clipboardData))}
      onChange={(event) => {
        const { value } = event.currentTarget;
        setIsPicture(false);
        setTyped(value);
        const read = parseTable(unit, atUnit)(value);
        if (read.ok) onRows(read.value);
      }}
      onBlur={() => parsed?.ok !== false && setTyped(undefined)}
    />
  );
}
