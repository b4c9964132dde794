import { SQUARES } from './looks';
import type { RecordedEvent, RecordedEvents, Gap } from '../../api/catalogue';
import { compareVersions } from '../../words/versions';
import { count } from '../../words/numbers';
import { Table } from '../../kit/Table';
import { Hint } from '../../kit/Hint';

interface SenderGridProps {
  view: RecordedEvents;
  event: RecordedEvent;
}

/** Who sends an event: versions down, platforms across. Empty squares of senders in use stand out. */
export function SenderGrid({ view, event }: SenderGridProps) {
  const platforms = [...new Set(view.senders.map((sender) => sender.platform))].sort();
  const versions = [...new Set(view.senders.map((sender) => sender.version))].sort(compareVersions).reverse();
  const place = (platform: string, version: string) =>
    view.senders.findIndex((sender) => sender.platform === platform && sender.version === version);
  const inUse = (sender: number) => view.events.some((each) => (each.bySender[sender] ?? 0) > 0);
  const rows = versions.filter((version) =>
    platforms.some((platform) => {
      const sender = place(platform, version);
      return sender >= 0 && inUse(sender);
    }),
  );
  return (
    <Table className="sender-grid" sx={SQUARES}>
      <caption>Sent in the range, by version and platform; blank where not used in this range</caption>
      <thead>
        <tr>
          <td />
          {platforms.map((platform) => (
            <th scope="col" key={platform}>
              {platform || 'no platform'}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((version) => (
          <tr key={version}>
            <th scope="row">{version || 'no version'}</th>
            {platforms.map((platform) => {
              const sender = place(platform, version);
              return (
                <Square
                  key={platform}
                  used={sender >= 0 && inUse(sender)}
                  sent={event.bySender[sender] ?? 0}
                  gap={event.gaps.find((gap) => gap.platform === platform && gap.version === version)}
                />
              );
            })}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

const SAID: Record<Gap['kind'], string> = {
  LOST: 'based on earlier versions',
  QUIET: 'in the last 7 full days, based on the days before',
  NEVER: 'based on other versions',
};

function Square({ used, sent, gap }: { used: boolean; sent: number; gap: Gap | undefined }) {
  if (!used)
    return (
      <td className="unused">
        <span className="spoken">not used</span>
      </td>
    );
  if (gap) {
    return (
      <td className="missing">
        <Hint text={`About ${count(gap.expected)} expected ${SAID[gap.kind]}`}>
          {sent === 0 ? 'none' : count(sent)} of ~{count(gap.expected)}
        </Hint>
      </td>
    );
  }
  return <td className={sent === 0 ? 'none' : undefined}>{sent === 0 ? 'none' : count(sent)}</td>;
}
