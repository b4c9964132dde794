import type { StandingView } from '../../api/standings';
import { verdictWords } from '../../words/standings';

/** A row for each measure of each release. */
export function csvRows(releases: StandingView[]): (string | number | null)[][] {
  return [
    [
      'version',
      'platform',
      'began',
      'verdict',
      'metric',
      'on it',
      'not on it',
      'part',
      'low',
      'high',
      'adjusted p',
    ],
    ...releases.flatMap((release) =>
      release.measures.map((each) => [
        release.version,
        release.platform,
        release.starts,
        verdictWords(release),
        each.measured.toLowerCase(),
        each.on,
        each.off,
        each.part,
        each.low,
        each.high,
        each.adjusted,
      ]),
    ),
  ];
}
