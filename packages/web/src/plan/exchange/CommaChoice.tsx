import { SegmentedControl } from '@mantine/core';
import { type CommaRole, type CommasRead, commaRoles, sayCommas } from '@probe-trail/core/exchange';
import { optionsOf } from '../../fields/optionsOf';
import { Notice } from '../../spec/Notice';

interface ChoiceProps {
  readonly commas: CommasRead;
  readonly onChoose: (role: CommaRole) => void;
}

const roles = optionsOf(commaRoles);

/** Says how the commas of a file were read, and lets it be changed. */
export const CommaChoice = ({ commas, onChoose }: ChoiceProps) => (
  <Notice kind="tooCloseToCall" title={sayCommas(commas)}>
    <SegmentedControl
      mt="xs"
      size="md"
      aria-label="A comma in a number is"
      data={roles}
      value={commas.role}
      onChange={(role) => onChoose(role as CommaRole)}
    />
  </Notice>
);
