import { Input } from '@mantine/core';

/** Above the button of a short form: why what stands in it cannot be sent yet. */
export const FormProblem = ({ form: { problem } }: { readonly form: { readonly problem: string | undefined } }) =>
  problem === undefined ? null : (
    <Input.Error size="lg" role="status">
      {problem}
    </Input.Error>
  );
