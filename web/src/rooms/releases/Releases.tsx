import type { Foot } from '../../api/queries';
import { AnswerTools } from '../../export/AnswerTools';
import { useChanges } from '../../api/changes';
import { useStandings, type StandingView } from '../../api/standings';
import { useFrame, useFoot } from '../../model/frame';
import { NoEvents } from '../../parts/NoEvents';
import type { Asked } from '../../model/question';
import { saveCsv } from '../../export/saveCsv';
import { dayOf, dayWords } from '../../words/dates';
import { share } from '../../words/numbers';
import { differsWords, platformWords, stepsWords, verdictWords } from '../../words/standings';
import { CasesOf } from './CasesOf';
import { csvRows } from './csv';
import { Release } from './Release';
import { TextButton } from '../../kit/buttons';
import { Table } from '../../kit/Table';
import { TermMark } from '../../help/TermMark';

const keyOf = (standing: StandingView) => `${standing.version}.${standing.platform || 'all'}`;

/** How each release stands against what it followed. */
export default function Releases() {
  const frame = useFrame();
  const { app, asked, rail } = frame;
  const standings = useStandings(app.key, rail !== undefined);
  useFoot(standings.data?.foot);
  if (!rail) return <NoEvents app={app} />;
  const releases = standings.data?.answer.releases;
  const opened = asked.param('release');
  const release = releases?.find((each) => keyOf(each) === opened);
  return (
    <div className="sheet releases">
      {standings.isPending && (
        <p className="second">Users on each release are compared with users not on it.</p>
      )}
      {standings.isError && <p className="fall">{standings.error.message}</p>}
      {standings.data && release && <Release frame={frame} standing={release} foot={standings.data.foot} />}
      {releases && !release && (
        <Ledger app={app.key} asked={asked} releases={releases} lost={opened} foot={standings.data?.foot} />
      )}
    </div>
  );
}

interface LedgerProps {
  app: string;
  asked: Asked;
  releases: StandingView[];
  /** A release that the address asks for and that is not there. */
  lost: string | null;
  foot: Foot | undefined;
}

function Ledger({ app, asked, releases, lost, foot }: LedgerProps) {
  const incidents = useChanges(app).data?.answer.incidents ?? [];
  const save = () => saveCsv(`${app}-releases.csv`, csvRows(releases));
  return (
    <>
      <h1 className="serif">Releases</h1>
      {lost && <p className="fall">No release &ldquo;{lost}&rdquo; exists.</p>}
      {releases.length === 0 && (
        <p className="serif">
          No releases: none was added, and events have no version. Add or import releases in Settings.
        </p>
      )}
      {releases.length > 0 && (
        <>
          <p className="second about">
            Users on a release are compared with similar users on the same platform who have not updated yet.
            Only significant differences are listed (after correction).
          </p>
          <Table className="ruled" sx={{ '& .release-part > :first-of-type': { pl: '24px !important' } }}>
            <thead>
              <tr>
                <th>Release</th>
                <th>Began</th>
                <th>Offered to</th>
                <th className="number">
                  Users on it now
                  <TermMark term="Adoption" isQuiet />
                </th>
                <th>
                  Verdict
                  <TermMark term="Release comparison" isQuiet />
                </th>
                <th>
                  Significant differences
                  <TermMark term="Significant" isQuiet />
                </th>
                <th>Cases</th>
              </tr>
            </thead>
            <tbody>
              {releases.map((each) => (
                <tr key={keyOf(each)} className={each.platform ? 'release-part' : undefined}>
                  <td>
                    <TextButton onClick={() => asked.set({ release: keyOf(each) })}>
                      {each.version}
                    </TextButton>{' '}
                    <span className={each.platform ? 'second' : undefined}>{platformWords(each)}</span>
                  </td>
                  <td>{dayWords(dayOf(each.starts))}</td>
                  <td>{stepsWords(each)}</td>
                  <td className="number">{share(each.adoption.at(-1) ?? 0)}</td>
                  <td className={each.verdict.endsWith('WORSE') ? 'fall' : undefined}>
                    {verdictWords(each)}
                  </td>
                  <td className="wide">{differsWords(each)}</td>
                  <td>
                    <CasesOf app={app} standing={each} incidents={incidents} />
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
          <AnswerTools
            app={app}
            room="releases"
            file={`${app}-releases`}
            answered={foot && { answer: releases, foot }}
            onCsv={save}
          />
        </>
      )}
    </>
  );
}
