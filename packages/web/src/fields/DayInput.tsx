import { DateInput } from '@mantine/dates';
import '@mantine/dates/styles.css';

interface DayProps {
  readonly label: string;
  readonly description?: string;
  /** Such as 2031-04-17; empty where there is none. */
  readonly value: string;
  readonly onChange: (day: string) => void;
  readonly w?: number;
}

/** A day, typed or chosen; it may stay empty. */
export const DayInput = ({ value, onChange, ...props }: DayProps) => (
  <DateInput
    {...props}
    size="md"
    placeholder="2023-05-17"
    valueFormat="YYYY-MM-DD"
    clearable
    weekendDays={[]}
    // A glove hits a day.
    styles={{ day: { width: 44, height: 44 } }}
    value={value || null}
    onChange={(day) => onChange(day ?? '')}
  />
);
