import { Button, Group, Modal, TextInput } from '@mantine/core';
import { signatureLengths } from '@probe-trail/core/job';
import { useEffect, useRef, useState } from 'react';
import SignaturePad from 'signature_pad';
import { keepPhoto } from '../photo/waitingPhotos';
import { Notice } from '../spec/Notice';
import classes from './SignAccount.module.css';

/** What was drawn, as a picture that waits on this device, and who drew it. */
export interface Signature {
  readonly photoId: string;
  readonly by: string;
}

interface SignProps {
  readonly isBusy: boolean;
  readonly onSigned: (signature: Signature) => Promise<void>;
}

/** Opens a field to sign in with a finger or a pen. */
export function SignAccount({ isBusy, onSigned }: SignProps) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button size="lg" mih={56} variant="default" onClick={() => setIsOpen(true)}>
        Let the customer sign
      </Button>
      <Modal opened={isOpen} onClose={() => setIsOpen(false)} title="Sign for the vehicle" size="lg">
        <SignField
          isBusy={isBusy}
          onSigned={async (signature) => {
            await onSigned(signature);
            setIsOpen(false);
          }}
        />
      </Modal>
    </>
  );
}

function SignField({ isBusy, onSigned }: SignProps) {
  const [by, setBy] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  const { canvas, isDrawn, clear, picture } = useSignaturePad();
  const sign = async () => {
    const drawn = await picture();
    const photoId = drawn && (await keepPhoto(drawn).catch(() => undefined));
    if (!photoId) setProblem('This device has no room for the signature. Nothing was handed over.');
    else await onSigned({ photoId, by: by.trim() });
  };
  return (
    <>
      <TextInput
        label="Name"
        size="md"
        required
        maxLength={signatureLengths.by}
        value={by}
        onChange={(event) => setBy(event.currentTarget.value)}
      />
      <canvas ref={canvas} className={classes.pad} role="img" aria-label="Field to sign in" />
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      <Group mt="md">
        <Button size="lg" mih={56} loading={isBusy} disabled={!isDrawn || by.trim() === ''} onClick={() => void sign()}>
          Hand it over, signed
        </Button>
        <Button size="lg" mih={56} variant="subtle" disabled={!isDrawn} onClick={clear}>
          Clear
        </Button>
      </Group>
    </>
  );
}

/** The field, drawn as sharp as the screen is; black on white by night too, as it goes on paper. */
function useSignaturePad() {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | undefined>(undefined);
  const [isDrawn, setIsDrawn] = useState(false);
  useEffect(() => {
    const field = canvas.current;
    if (!field) return;
    const ratio = Math.max(window.devicePixelRatio, 1);
    field.width = field.offsetWidth * ratio;
    field.height = field.offsetHeight * ratio;
    field.getContext('2d')?.scale(ratio, ratio);
    const drawing = new SignaturePad(field, { backgroundColor: 'white', penColor: 'black' });
    const drawn = () => setIsDrawn(true);
    drawing.addEventListener('endStroke', drawn);
    pad.current = drawing;
    return () => {
      drawing.removeEventListener('endStroke', drawn);
      drawing.off();
    };
  }, []);
  const clear = () => {
    pad.current?.clear();
    setIsDrawn(false);
  };
  const picture = () => new Promise<Blob | null>((resolve) => canvas.current?.toBlob(resolve, 'image/png'));
  return { canvas, isDrawn, clear, picture };
}
