import { Link } from 'react-router';
import { Wait } from '../../api/Wait';
import { useCircuitsQuery } from '../../circuit/circuitApi';
import { useMay } from '../../session/sessionApi';
import rows from '../../ui/rows.module.css';
import { sayCount } from '../../ui/sayCount';
import { ImportCircuit } from './ImportCircuit';

/** The circuits of the library. */
export function CircuitsPart() {
  const { data, error, refetch } = useCircuitsQuery(undefined, { refetchOnMountOrArgChange: true });
  const mayWrite = useMay('writePlans');
  return (
    <Wait for={data} error={error} retry={refetch}>
      {(circuits) => (
        <>
          {circuits.length === 0 && <p>No circuit yet.</p>}
          <ul className={rows.rows ?? ''}>
            {circuits.map(({ circuitId, name, componentCount, wireCount }) => (
              <li key={circuitId}>
                <Link to={`/circuits/${circuitId}`}>
                  <b>{name || circuitId}</b>
                  <small>{`${sayCount(componentCount, 'part')}, ${sayCount(wireCount, 'wire')}`}</small>
                </Link>
              </li>
            ))}
          </ul>
          {mayWrite && <ImportCircuit circuits={circuits} />}
        </>
      )}
    </Wait>
  );
}
