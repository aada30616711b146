import type { Step } from '@probe-trail/core/plan';
import type { Photo } from '@probe-trail/core/trail';
import { useState } from 'react';
import { takePictures } from '../../photo/takePicture';
import type { OpenTrail } from '../log/useTrail';

/** Adds pictures to a step and marks them; without a network they wait on this device like any entry. */
export function useStepPhotos({ record }: OpenTrail, step: Step) {
  const [problem, setProblem] = useState<string | undefined>();
  const addOne = (photoId: string) => record({ kind: 'photoAdded', stepId: step.id, photoId, caption: '', marks: [] });
  const add = async (files: readonly File[]) => setProblem(await takePictures(files, addOne));
  const mark = ({ stepId, photoId }: Photo, { caption, marks }: Pick<Photo, 'caption' | 'marks'>) =>
    record({ kind: 'photoAdded', stepId, photoId, caption, marks: [...marks] });
  return { add, mark, problem };
}
