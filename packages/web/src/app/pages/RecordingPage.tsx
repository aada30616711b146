import { useParams } from 'react-router';
import { RecordingView } from '../../recording/RecordingView';
import { useMeanwhile } from './useMeanwhile';

/** A recording of a job, with what its trails measured meanwhile. */
export function RecordingPage() {
  const { jobId = '', recordingId = '' } = useParams();
  const meanwhile = useMeanwhile(jobId, recordingId);
  return <RecordingView jobId={jobId} recordingId={recordingId} meanwhile={meanwhile} />;
}
