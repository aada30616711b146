import { Table, Title } from '@mantine/core';
import { sayPhysicalCheck } from '@probe-trail/core/physicalCheck';
import type { PartCard } from '@probe-trail/core/plan';
import { ConnectorFace } from './ConnectorFace';
import classes from './PartCardView.module.css';
import { ReferencePicture } from './ReferencePicture';
import { SafeMarkdown } from './SafeMarkdown';
import { WireStrip } from './WireStrip';

interface CardProps {
  readonly card: PartCard;
  /** Pins, as `C31·2`, that the step at hand measures at. */
  readonly marked?: readonly string[];
}

/** A part card: where the part is, its pins with their wires, its values, how it works. */
export function PartCardView({ card, marked = [] }: CardProps) {
  return (
    <div className={classes.card}>
      <div className={classes.pins}>
        {card.connectors.map((connector) => (
          <section key={connector.id}>
            <Title order={3} size="h5">
              <span className="mono">{connector.id}</span> {connector.name}
            </Title>
            <ConnectorFace
              connector={connector}
              marked={marked.flatMap((at) =>
                at.startsWith(`${connector.id}·`) ? at.slice(connector.id.length + 1) : [],
              )}
            />
            <Table>
              <Table.Tbody>
                {connector.pins.map(({ pin, name, wire }, index) => (
                  <Table.Tr
                    key={index}
                    className={marked.includes(`${connector.id}·${pin}`) ? classes.marked : undefined}
                  >
                    <Table.Td className="mono">{pin}</Table.Td>
                    <Table.Td>{name}</Table.Td>
                    <Table.Td>
                      <WireStrip wire={wire} />
                    </Table.Td>
                  </Table.Tr>
                ))}
              </Table.Tbody>
            </Table>
          </section>
        ))}
        {card.values.length > 0 && (
          <Table aria-label="Values">
            <Table.Tbody>
              {card.values.map(({ name, value }, index) => (
                <Table.Tr key={index}>
                  <Table.Td>{name}</Table.Td>
                  <Table.Td className="mono">{value}</Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        )}
        {card.physicalChecks.length > 0 && (
          <Table aria-label="What physics say">
            <Table.Tbody>
              {card.physicalChecks.map((check, index) => (
                <Table.Tr key={index}>
                  <Table.Td className="mono">{check.value}</Table.Td>
                  <Table.Td>{sayPhysicalCheck(check)}</Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        )}
        {card.references.map((reference) => (
          <section key={reference.id}>
            <h3>{reference.name || 'Known-good capture'}</h3>
            <ReferencePicture reference={reference} />
          </section>
        ))}
      </div>
      <div>
        {card.place !== '' && (
          <p>
            <b>Where it is.</b> {card.place}
          </p>
        )}
        <SafeMarkdown text={card.howItWorks} />
      </div>
    </div>
  );
}
