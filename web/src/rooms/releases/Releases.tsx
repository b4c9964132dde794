import { useEffect } from 'react';
import { useChanges } from '../../api/changes';
import { useStandings, type StandingView } from '../../api/standings';
import { useFrame } from '../../frame/Frame';
import { useLetter } from '../../frame/keys';
import { NoEvents } from '../../frame/NoEvents';
import type { Asked } from '../../frame/question';
import { saveCsv } from '../../frame/saveCsv';
import { dayOf, dayWords } from '../../words/dates';
import { share } from '../../words/numbers';
import { differsWords, platformWords, stepsWords, verdictWords } from '../../words/standings';
import { CasesOf } from './CasesOf';
import { csvRows } from './csv';
import { Release } from './Release';
import './releases.css';

const keyOf = (standing: StandingView) => `${standing.version}.${standing.platform || 'all'}`;

/** How each release stands against what it followed. */
export default function Releases() {
  const frame = useFrame();
  const { app, asked, rail, setFoot } = frame;
  const standings = useStandings(app.key, rail !== undefined);
  useEffect(() => setFoot(standings.data?.foot), [standings.data, setFoot]);
  if (!rail) return <NoEvents app={app} />;
  const releases = standings.data?.answer.releases;
  const opened = asked.param('release');
  const release = releases?.find((each) => keyOf(each) === opened);
  return (
    <div className="sheet releases">
      {standings.isPending && (
        <p className="second">People on each release are held against people who were not.</p>
      )}
      {standings.isError && <p className="fall">{standings.error.message}</p>}
      {standings.data && release && <Release frame={frame} standing={release} foot={standings.data.foot} />}
      {releases && !release && <Ledger app={app.key} asked={asked} releases={releases} lost={opened} />}
    </div>
  );
}

interface LedgerProps {
  app: string;
  asked: Asked;
  releases: StandingView[];
  /** A release that the address asks for and that is not there. */
  lost: string | null;
}

function Ledger({ app, asked, releases, lost }: LedgerProps) {
  const incidents = useChanges(app).data?.answer.incidents ?? [];
  const save = () => saveCsv(`${app}-releases.csv`, csvRows(releases));
  useLetter('x', save);
  return (
    <>
      <h1 className="serif">Releases</h1>
      {lost && <p className="fall">No release &ldquo;{lost}&rdquo; is known.</p>}
      {releases.length === 0 && (
        <p className="serif">
          No release is known: none was entered, and events carry no version. They are entered or imported in
          Settings.
        </p>
      )}
      {releases.length > 0 && (
        <>
          <p className="second about">
            People on a release are held against people of the same platform who are not on it yet, on the
            same days and as active before; what is told from chance, corrected for all that was compared,
            differs.
          </p>
          <table className="ruled">
            <thead>
              <tr>
                <th>Release</th>
                <th>Began</th>
                <th>Offered to</th>
                <th className="number">On it now</th>
                <th>Verdict</th>
                <th>What differs</th>
                <th>Cases</th>
              </tr>
            </thead>
            <tbody>
              {releases.map((each) => (
                <tr key={keyOf(each)} className={each.platform ? 'release-part' : undefined}>
                  <td>
                    <button className="word" onClick={() => asked.set({ release: keyOf(each) })}>
                      {each.version}
                    </button>{' '}
                    <span className={each.platform ? 'second' : undefined}>{platformWords(each)}</span>
                  </td>
                  <td>{dayWords(dayOf(each.starts))}</td>
                  <td>{stepsWords(each)}</td>
                  <td className="number">{share(each.adoption.at(-1) ?? 0)}</td>
                  <td className={each.verdict.endsWith('WORSE') ? 'fall' : undefined}>
                    {verdictWords(each)}
                  </td>
                  <td className="differs">{differsWords(each)}</td>
                  <td>
                    <CasesOf app={app} standing={each} incidents={incidents} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p>
            <button className="word" onClick={save}>
              Save as CSV
            </button>
          </p>
        </>
      )}
    </>
  );
}
