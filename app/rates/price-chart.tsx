import {
  CartesianGrid,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { formatAmount } from '#core/money/money'
import type { RateBand } from '#core/rates/rates'
import { dayOf, toLocal } from '#core/time/local'
import { dayWords, monthWords } from '#core/time/words'
import type { LaneBuy } from '#server/load-page/lane-history'

/** Prices through time: the lane's own filled, those around it hollow; the band of today behind them. */
export default function PriceChart({ buys, band, zone }: { buys: LaneBuy[]; band: RateBand | null; zone: string }) {
  const shown = buys.filter(({ suspect }) => !suspect)
  const points = (same: boolean) =>
    shown
      .filter((buy) => buy.same === same)
      .map((buy) => ({
        at: buy.coveredAt,
        dollars: Math.round(buy.perLaneMinor / 100),
        carrierName: buy.carrierName,
        number: buy.number,
      }))
  const day = (at: number) => dayWords(dayOf(toLocal(at, zone)))
  const month = (at: number) => monthWords(dayOf(toLocal(at, zone)))
  return (
    <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 820, height: 208 }}>
      <ScatterChart margin={{ top: 8, right: 12, bottom: 0, left: 4 }} accessibilityLayer>
        <CartesianGrid stroke="var(--line)" vertical={false} />
        <XAxis
          type="number"
          dataKey="at"
          domain={['dataMin', 'dataMax']}
          tickFormatter={month}
          stroke="var(--second-ink)"
          fontSize={11}
          tickCount={7}
        />
        <YAxis
          type="number"
          dataKey="dollars"
          domain={['auto', 'auto']}
          width={52}
          tickFormatter={(dollars: number) => dollars.toLocaleString('en-US')}
          stroke="var(--second-ink)"
          fontSize={11}
        />
        {band && (
          <ReferenceArea
            y1={band.lowMinor / 100}
            y2={band.highMinor / 100}
            fill="var(--grain)"
            fillOpacity={0.55}
            ifOverflow="extendDomain"
          />
        )}
        {band && (
          <ReferenceLine
            y={band.middleMinor / 100}
            stroke="var(--grain-middle)"
            strokeWidth={2}
            ifOverflow="extendDomain"
          />
        )}
        <Tooltip
          cursor={false}
          content={({ payload }) => <PointWords point={payload?.[0]?.payload as Point | undefined} day={day} />}
        />
        <Scatter
          name="around"
          data={points(false)}
          fill="var(--plain)"
          stroke="var(--second-ink)"
          isAnimationActive={false}
        />
        <Scatter name="on this lane" data={points(true)} fill="var(--ink)" isAnimationActive={false} />
      </ScatterChart>
    </ResponsiveContainer>
  )
}

interface Point {
  at: number
  dollars: number
  carrierName: string
  number: string
}

function PointWords({ point, day }: { point: Point | undefined; day: (at: number) => string }) {
  if (!point) return null
  return (
    <p className="border border-ink bg-sheet px-2 py-1">
      <b className="font-mono">{formatAmount(point.dollars * 100)}</b> {point.carrierName}, {point.number},{' '}
      {day(point.at)}
    </p>
  )
}
