import { Button, Radio, Stack, Textarea } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import { type RemarkKind, remarkKinds, trailEventLengths } from '@probe-trail/core/trail';
import { useState } from 'react';
import { useKeptState } from '../../device/keptState';
import { isText } from '../../device/shapes';
import { BottomSheet } from '../../ui/BottomSheet';
import type { OpenTrail } from '../log/useTrail';

interface RemarkProps {
  readonly open: OpenTrail;
  readonly step: Step;
}

const kinds = Object.entries(remarkKinds) as [RemarkKind, string][];

/** Tells the author what is wrong with a step, or what would be better; kept while it is being written. */
export function MakeRemark({ open: { trailId, trail, record }, step }: RemarkProps) {
  const [isOpen, setIsOpen] = useState(false);
  const [text, setText, forget] = useKeptState(`remark-${trailId}-${step.id}`, '', isText);
  const [about, setAbout] = useState<RemarkKind>('wrongLimit');
  const made = trail.remarks.filter(({ stepId }) => stepId === step.id).length;
  const send = () => {
    if (!record({ kind: 'remarkMade', stepId: step.id, about, text: text.trim() })) return;
    setText('');
    forget();
    setIsOpen(false);
  };
  return (
    <>
      <Button variant="subtle" color="gray" onClick={() => setIsOpen(true)}>
        Tell the author{made > 0 && ` (${made})`}
      </Button>
      <BottomSheet opened={isOpen} onClose={() => setIsOpen(false)} title="Tell the author">
        <Stack maw={640}>
          <Radio.Group label="What about" value={about} onChange={(value) => setAbout(value as RemarkKind)}>
            <Stack gap="xs" mt="xs">
              {kinds.map(([kind, label]) => (
                <Radio key={kind} size="md" value={kind} label={label} />
              ))}
            </Stack>
          </Radio.Group>
          <Textarea
            label="What the author should know"
            description="Such as: on this bus the wire is at pin 3"
            autosize
            minRows={3}
            maxLength={trailEventLengths('remarkMade').text}
            value={text}
            onChange={(event) => setText(event.currentTarget.value)}
          />
          <Button size="lg" disabled={text.trim() === ''} onClick={send}>
            Send it with this trail
          </Button>
        </Stack>
      </BottomSheet>
    </>
  );
}
