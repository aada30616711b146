import { Button, TextInput } from '@mantine/core';
import { reasonLength } from '@probe-trail/core/log';
import { useState } from 'react';

interface ReasonProps {
  /** The button that opens the form. */
  readonly opens: string;
  readonly label: string;
  readonly description: string;
  /** The button that sends it. */
  readonly does: string;
  readonly onReason: (reason: string) => void;
}

/** A way past something, which needs a reason that is recorded. */
export function ReasonForm({ opens, label, description, does, onReason }: ReasonProps) {
  const [isOpen, setIsOpen] = useState(false);
  const [reason, setReason] = useState('');
  if (!isOpen)
    return (
      <div>
        <Button variant="subtle" color="gray" mt="sm" px={0} onClick={() => setIsOpen(true)}>
          {opens}
        </Button>
      </div>
    );
  return (
    <form
      style={{ maxWidth: 480, marginTop: 16 }}
      onSubmit={(event) => {
        event.preventDefault();
        onReason(reason.trim());
      }}
    >
      <TextInput
        label={label}
        description={description}
        data-autofocus
        maxLength={reasonLength}
        value={reason}
        onChange={(event) => setReason(event.currentTarget.value)}
      />
      <Button type="submit" variant="default" mt="sm" disabled={reason.trim() === ''}>
        {does}
      </Button>
    </form>
  );
}
