import { Group } from '@mantine/core';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { Moment } from '../device/Moment';
import { Part } from '../job/Part';
import { useMay } from '../session/sessionApi';
import { sayCount } from '../ui/sayCount';
import { useRecordingsQuery } from './recordingApi';
import { sayInstant } from './sayInstant';
import { sayLength } from './sayLength';

/** The recorded drives and the captures of a job. */
export function RecordingsPart({ jobId }: { readonly jobId: string }) {
  const { data = [], refetch } = useRecordingsQuery(jobId);
  useEffect(() => void refetch(), [refetch]);
  const mayWork = useMay('workOnJobs');
  if (data.length === 0 && !mayWork) return null;
  return (
    <Part title="Recordings">
      {data.length > 0 && (
        <ul>
          {data.map(
            ({
              recordingId,
              kind,
              name,
              startedAtMs,
              lengthMs,
              channels,
              markCount,
              byteCount,
              storedBytes,
              addedBy,
            }) => (
              <li key={recordingId}>
                <Link to={`/jobs/${jobId}/recordings/${recordingId}`}>{name}</Link>:{' '}
                {kind === 'drive'
                  ? `${sayLength(lengthMs)} of ${sayCount(channels.length, 'value')}, ${sayCount(markCount, 'mark')}`
                  : `capture, ${sayInstant(lengthMs, lengthMs)} of ${sayCount(channels.length, 'channel')}`}
                ; {addedBy}, <Moment atMs={startedAtMs} />
                {storedBytes < byteCount && ', on its way from the device'}
              </li>
            ),
          )}
        </ul>
      )}
      {mayWork && (
        <Group gap="lg">
          <Link to={`/jobs/${jobId}/recordings/new`}>Import a log</Link>
          <Link to={`/jobs/${jobId}/captures/new`}>Bring in a capture</Link>
        </Group>
      )}
    </Part>
  );
}
