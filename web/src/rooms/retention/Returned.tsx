import Box from '@mui/material/Box';
import { Row } from '../../kit/layout';
import { useMemo, useState } from 'react';
import { useCatalogueEvents, useEventNames } from '../../api/catalogue';
import { useRetention, type RetentionAsk, type RetentionView, type Split } from '../../api/retention';
import { useWords } from '../../api/words';
import { AnswerFrame } from '../../parts/answer/AnswerFrame';
import { type FrameContext, useFoot } from '../../model/frame';
import { AnswerTools } from '../../export/AnswerTools';
import { Answer } from '../../parts/answer/Answer';
import { amongOf } from '../../model/question';
import { saveCsv } from '../../export/saveCsv';
import { aroundRows } from './table/around';
import { AgeCurves } from './table/AgeCurves';
import { AgeTable } from './table/AgeTable';
import { backAsk } from './asks';
import { askedOf, pickedOf, type Place } from './picked';
import { Bars } from './table/Bars';
import { PeopleSheet, type Picked } from '../../parts/PeopleSheet';
import { csvRows } from './csv';
import { curvesOf } from './table/curves';
import { findings } from './findings';
import { ANY, columnHead, cornerOf, memberWord, type Chosen, type Words } from './question';
import { RetentionSentence } from './sentence/RetentionSentence';
import { cohortRows, cohortValue, groupRows, inOrder, pooledRow } from './table/rows';
import { groupName, splitOf } from '../../model/split';
import { BackTools } from './sentence/tools';
import { oneWay } from './table/triangle';
import { OneOf } from '../../kit/fields';

/** Of those who started in a period, how many came back at each age. */
export function Returned({ frame, words }: { frame: FrameContext; words: Words }) {
  const { asked, rail } = frame;
  const names = useEventNames(asked.app);
  const way = words.ways[words.shown] ?? null;
  const around = rail?.versions.find((version) => version.version === words.around);
  const recorded = useCatalogueEvents(asked.app, way === null ? undefined : asked.range);
  const ask = backAsk(asked, words, around?.starts ?? null);
  const answer = useRetention(asked.app, ask);
  const mixes = useMixes(asked.app, ask, words, answer.data?.answer);
  useFoot(answer.data?.foot);
  const shownAs = (chosen: Chosen) => (chosen === null ? ANY : names.shown(chosen));
  const view = answer.data && named(answer.data.answer, words, shownAs);
  const split = splitOf(asked);
  const save = () => {
    if (view) saveCsv(`${asked.app}-retention.csv`, csvRows(view, words, split));
  };
  return (
    <>
      <RetentionSentence frame={frame} words={words} events={view?.events ?? []} />
      <AnswerFrame answer={answer}>
        {view && (
          <Answer
            findings={findings(view, words, {
              shownAs,
              split,
              backEvent: recorded.data?.answer.events.find((event) => event.name === way),
              around: words.around,
              mixes,
            })}
            tools={
              <AnswerTools
                app={asked.app}
                room="retention"
                file={`${asked.app}-retention`}
                answered={answer.data}
                onCsv={save}
              >
                <BackTools frame={frame} words={words} view={view} split={split} />
              </AnswerTools>
            }
          >
            {view.triangles.length > 1 && (
              <Ways
                view={view}
                shown={words.shown}
                onShow={(at) => asked.set({ way: at === 0 ? null : String(at) })}
              />
            )}
            {words.bars ? (
              <Bars
                view={view}
                words={words}
                split={split}
                asked={askedOf(words, asked.range, amongOf(asked))}
                app={asked.app}
              />
            ) : (
              <Triangle frame={frame} view={view} words={words} split={split} />
            )}
          </Answer>
        )}
      </AnswerFrame>
    </>
  );
}

/** What the mix of people may be of, if no split says: whence they came changes most from cohort to cohort. */
const MIX_OF = 'arrival_channel';

/** Where cohorts lie apart, whether their people are others: asked besides, once that is known, and not waited for. */
function useMixes(app: string, ask: RetentionAsk | undefined, words: Words, view: RetentionView | undefined) {
  const { properties } = useWords(app);
  const triangle = view?.triangles[words.shown];
  const given = ask?.split && 'property' in ask.split ? ask.split.property : undefined;
  const shown = ask?.returns[words.shown];
  const isWanted =
    ask !== undefined &&
    ask.split === null &&
    shown !== undefined &&
    triangle !== undefined &&
    triangle.apart.surest.length > 0 &&
    properties.some(({ name }) => name === MIX_OF);
  const besides = useRetention(
    app,
    isWanted ? { ...ask, returns: [shown], split: { property: MIX_OF, top: 20 }, around: null } : undefined,
  );
  if (given !== undefined && triangle) return { property: given, of: triangle.mixes };
  const found = isWanted && !besides.isPlaceholderData ? besides.data?.answer.triangles[0]?.mixes : undefined;
  return found && { property: MIX_OF, of: found };
}

/** Ways of coming back by the names they are shown as. */
const named = (view: RetentionView, words: Words, shownAs: (way: Chosen) => string): RetentionView => ({
  ...view,
  triangles: view.triangles.map((triangle, at) => {
    const way = words.ways[at];
    return way === undefined ? triangle : { ...triangle, name: shownAs(way) };
  }),
});

interface TriangleProps {
  frame: FrameContext;
  view: RetentionView;
  words: Words;
  split: Split | undefined;
}

/** The curves over the triangle, on the same columns; rows are cohorts, or the groups of a split. */
function Triangle({ frame, view, words, split }: TriangleProps) {
  const { asked, rail } = frame;
  const [picked, setPicked] = useState<Picked>();
  const way = useMemo(() => oneWay(view, words.shown), [view, words.shown]);
  const isSplit = way.groups.length > 0;
  const order = useMemo(
    () =>
      isSplit
        ? inOrder(
            way.groups,
            words.order,
            (group) => group.size,
            (group, column) => group.pooled[column]?.share ?? null,
          )
        : inOrder(way.cohorts, words.order, (cohort) => cohort.size, cohortValue),
    [way, isSplit, words.order],
  );
  const rows = useMemo(() => {
    const all = isSplit
      ? groupRows(way, words, (group) => groupName(split, group))
      : cohortRows(way, words, rail?.versions ?? []);
    return order.flatMap((at) => all[at] ?? []);
  }, [way, words, split, isSplit, rail?.versions, order]);
  const curves = curvesOf(view, words, split);
  const whose = askedOf(words, asked.range, amongOf(asked));
  const pick = (element: Element, place: Place) =>
    whose && setPicked(pickedOf(element, place, whose, view, split));
  const around = view.triangles[words.shown]?.around;
  return (
    <>
      <AgeTable
        caption="Share of each cohort that came back, by age. Hatched cells are not complete."
        corner={cornerOf(words, isSplit ? split : undefined)}
        sizeHead={memberWord(words)}
        heads={way.columns.map(
          (ages, column) =>
            `${column === 0 ? `${words.grain.toLowerCase()} ` : ''}${columnHead(ages, words.counting)}`,
        )}
        headRows={[pooledRow(way, words), ...(around ? aroundRows(around, words.around ?? '') : [])]}
        rows={rows}
        nameWidth={isSplit || around ? 150 : 128}
        leastCell={34}
        withNames={curves.filter((curve) => !curve.ahead).length > 1}
        above={({ left, cell }) => (
          <AgeCurves
            curves={curves}
            columns={way.columns.length}
            left={left}
            cell={cell}
            title="Came back"
            axis={(value) => `${Number((value * 100).toPrecision(3))}%`}
            most={1}
            onPick={
              around
                ? undefined
                : (curve, column, element) =>
                    pick(
                      element,
                      isSplit ? { row: curve, column, way: words.shown } : { row: -1, column, way: curve },
                    )
            }
          />
        )}
        ordered={words.order === 'time' ? undefined : words.order === 'size' ? -1 : words.order}
        onOrder={(column) => asked.set({ order: orderParam(column, words) })}
        onPick={(row, column, element) =>
          pick(element, { row: row < 0 ? row : (order[row] ?? -1), column, way: words.shown })
        }
      />
      <PeopleSheet app={asked.app} picked={picked} onClose={() => setPicked(undefined)} />
    </>
  );
}

/** The column of the head that was chosen, or the usual order again if it was already. */
export function orderParam(column: number, { order }: Pick<Words, 'order'>): string | null {
  const next = column < 0 ? 'size' : column;
  return next === order ? null : String(next);
}

/** Whose triangle stands below; all curves are drawn above it. */
function Ways({ view, shown, onShow }: { view: RetentionView; shown: number; onShow: (at: number) => void }) {
  return (
    <Row
      className="ways"
      sx={{
        gap: '4px 16px',
        m: '8px 16px',
        fontSize: 13,
        '& label': { display: 'flex', alignItems: 'center' },
      }}
      role="radiogroup"
      aria-label="The cells are of coming back with"
    >
      <span className="second">The cells are of coming back with</span>
      {view.triangles.map((triangle, at) => (
        <OneOf
          key={triangle.name}
          name="way"
          checked={at === shown}
          onChoose={() => onShow(at)}
          label={
            <>
              <Box
                component="span"
                sx={{ width: 14, height: '3px', m: '0 6px 0 4px' }}
                style={{ background: `var(--series-${at})` }}
              />{' '}
              {triangle.name}
            </>
          }
        />
      ))}
    </Row>
  );
}
