import { Table } from '@mantine/core';
import type { ReactNode } from 'react';
import classes from './WideTable.module.css';

interface WideTableProps {
  readonly label: string;
  readonly columns: readonly string[];
  /** The rows, as `Table.Tr`. */
  readonly children: ReactNode;
}

/** A table on a sheet of its own; where it is wider than the page, it is moved by itself, with a finger or by keys. */
export const WideTable = ({ label, columns, children }: WideTableProps) => (
  // A region that can be scrolled must be reached by keys.
  // biome-ignore lint/a11y/noNoninteractiveTabindex: see above
  <section className={classes.wide} aria-label={label} tabIndex={0}>
    <Table className={classes.table ?? ''}>
      <Table.Thead>
        <Table.Tr>
          {columns.map((column) => (
            <Table.Th key={column}>{column}</Table.Th>
          ))}
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>{children}</Table.Tbody>
    </Table>
  </section>
);
