import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useChanges } from '../../api/changes';
import type { RailView } from '../../api/queries';
import { dayOf, dayWords, isMonthStart, monthShort, rangeWords, yearOf } from '../../words/dates';
import { figureTitle } from '../../words/figures';
import { figureValue } from '../../words/numbers';
import { daysWords, KIND, sizeOf, titleOf } from '../../words/changes';
import { daysParam, type Asked } from '../../model/question';
import { Frames } from './Frames';
import { RailItem, RailItems } from './RailItem';
import { ribbons, scaleOf, silhouettePath, type Scale } from './scale';
import { useWidth } from '../../kit/useWidth';
import './rail.css';

const HEIGHT = 84;
const RIBBONS = { top: 16, bottom: 34 };
const STRIP = { top: 37, bottom: 69 };

interface RailProps {
  rail: RailView;
  asked: Asked;
  /** Whether the room's question compares two ranges, so that both are framed. */
  comparing: boolean;
  currency: string;
}

/** The app's whole time as a strip: releases above, the silhouette of a figure below, framed by the range asked about. */
export function Rail({ rail, asked, comparing, currency }: RailProps) {
  const { ref, width } = useWidth<HTMLDivElement>();
  const scale = useMemo(() => scaleOf(rail.days, Math.max(1, width)), [rail.days, width]);
  const most = Math.max(...rail.silhouette.map((value) => value ?? 0));
  return (
    <div className="rail" role="region" aria-label="Release rail">
      <div className="rail-names">
        <span style={{ top: RIBBONS.top - 1 }}>Releases</span>
        <span style={{ top: STRIP.top }}>{figureTitle(rail.figure, 'DAY')}</span>
        <span className="second" style={{ top: STRIP.top + 16 }}>
          highest {figureValue(most, rail.unit, currency)}
        </span>
      </div>
      <div ref={ref} className="rail-strip">
        {width > 0 && (
          <svg width={width} height={HEIGHT}>
            <Months scale={scale} />
            <path
              className="rail-silhouette"
              d={silhouettePath(rail.silhouette, scale, STRIP.top, STRIP.bottom)}
            />
            {asked.range && (
              <Frames
                scale={scale}
                range={asked.range}
                rangeNow={asked.rangeNow}
                compared={comparing ? asked.compared : undefined}
                top={RIBBONS.top}
                bottom={STRIP.bottom}
                onRange={(range, replace) => asked.set({ days: daysParam(range), against: null }, replace)}
                onCompared={(compared, replace) => asked.set({ against: daysParam(compared) }, replace)}
              />
            )}
            <RailItems>
              <Releases rail={rail} scale={scale} asked={asked} />
              <Marks rail={rail} scale={scale} />
              <Drops app={asked.app} scale={scale} />
            </RailItems>
          </svg>
        )}
      </div>
    </div>
  );
}

function Months({ scale }: { scale: Scale }) {
  const days = Array.from({ length: scale.end - scale.first }, (_, index) => scale.first + index);
  return (
    <g className="rail-months">
      <line x1={0} x2={scale.width} y1={STRIP.bottom + 0.5} y2={STRIP.bottom + 0.5} />
      {days.filter(isMonthStart).map((day) => (
        <g key={day}>
          <line x1={scale.x(day)} x2={scale.x(day)} y1={STRIP.bottom} y2={STRIP.bottom + 5} />
          <text x={scale.x(day) + 3} y={HEIGHT - 4}>
            {monthShort(day)}
            {monthShort(day) === 'Jan' ? ` ${yearOf(day)}` : ''}
          </text>
        </g>
      ))}
    </g>
  );
}

/** Labels closer than this would run into each other; the later one then stays silent but for its tooltip. */
const LABEL_ROOM = 34;

function Releases({ rail, scale, asked }: { rail: RailView; scale: Scale; asked: Asked }) {
  const drawn = useMemo(
    () => ribbons(rail.versions, scale, RIBBONS.top, RIBBONS.bottom),
    [rail.versions, scale],
  );
  const xs = rail.versions.map((version) =>
    Math.round(scale.x(Math.max(scale.first, dayOf(version.starts)))),
  );
  return (
    <g className="rail-releases">
      {drawn.map(({ version, path }, index) => (
        <path key={version.version} d={path} className={index % 2 ? 'odd' : 'even'} />
      ))}
      {rail.versions.map((version, index) => {
        const x = xs[index] ?? 0;
        const labelled = index === 0 || x - (xs[index - 1] ?? 0) >= LABEL_ROOM;
        const platforms = version.platforms
          .map(
            (each) =>
              `${each.platform}: ${dayWords(dayOf(each.starts))}, all users from ${dayWords(dayOf(each.everyone))}`,
          )
          .join('\n');
        const since = { from: version.starts, to: rail.fullDaysEnd };
        return (
          <RailItem
            key={version.version}
            scale={scale}
            x={x}
            className="rail-flag"
            release={version.version}
            label={`${version.version}\n${platforms}\nEnter or double-click: use the days since this release`}
            isDouble
            onOpen={() => {
              if (since.from < since.to) asked.set({ days: daysParam(since), against: null });
            }}
          >
            <rect x={x - 3} y={0} width={40} height={RIBBONS.top} fill="transparent" />
            <line x1={x + 0.5} x2={x + 0.5} y1={3} y2={STRIP.bottom} />
            {labelled && (
              <text x={x + 4} y={12}>
                {version.version}
              </text>
            )}
          </RailItem>
        );
      })}
    </g>
  );
}

/** A notch from below where something fell, which opens its case. */
function Drops({ app, scale }: { app: string; scale: Scale }) {
  const changes = useChanges(app);
  const navigate = useNavigate();
  return (
    <g className="rail-drops">
      {changes.data?.answer.incidents.map((incident) => {
        const x = scale.x(Math.max(scale.first, dayOf(incident.days.from)));
        return (
          <RailItem
            key={incident.id}
            scale={scale}
            x={x}
            label={`${titleOf(incident)} ${sizeOf(incident)}\n${daysWords(incident.days)}\n${KIND[incident.kind]}: open the case`}
            onOpen={() => void navigate(`/a/${app}/cases?case=${encodeURIComponent(incident.id)}`)}
          >
            <rect x={x - 5} y={STRIP.bottom - 8} width={10} height={14} fill="transparent" />
            <path d={`M${x - 4},${STRIP.bottom}l4,-7l4,7Z`} />
          </RailItem>
        );
      })}
    </g>
  );
}

function Marks({ rail, scale }: { rail: RailView; scale: Scale }) {
  return (
    <g className="rail-marks">
      {rail.marks.map((mark) => {
        const from = scale.x(Math.max(scale.first, dayOf(mark.from)));
        const to = scale.x(Math.min(scale.end, dayOf(mark.to)));
        const y = RIBBONS.bottom + 1;
        return (
          <RailItem
            key={`${mark.name}${mark.from}`}
            scale={scale}
            x={from}
            label={`${mark.name}: ${rangeWords(mark)}`}
          >
            <line x1={from} x2={to} y1={y} y2={y} />
            <path d={`M${from},${y - 4}l4,4l-4,4l-4,-4Z`} />
          </RailItem>
        );
      })}
    </g>
  );
}
