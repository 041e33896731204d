import { Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'
import { type DieselPrice, dieselScale } from '#core/fuel/fuel'
import { dayWords, monthDayWords } from '#core/time/words'

/** The national price of diesel, week by week. */
export default function DieselChart({ weeks }: { weeks: DieselPrice[] }) {
  const points = weeks.map(({ week, priceE3 }) => ({ week, price: priceE3 / dieselScale }))
  return (
    <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 660, height: 256 }}>
      <LineChart data={points} margin={{ top: 8, right: 12, bottom: 4, left: 0 }}>
        <XAxis
          dataKey="week"
          tickFormatter={(week: string) => monthDayWords(week)}
          stroke="var(--second-ink)"
          tick={{ fontSize: 11, fill: 'var(--second-ink)' }}
          minTickGap={48}
        />
        <YAxis
          domain={['auto', 'auto']}
          tickFormatter={(price: number) => price.toFixed(2)}
          stroke="var(--second-ink)"
          tick={{ fontSize: 11, fill: 'var(--second-ink)' }}
          width={44}
        />
        <Tooltip
          formatter={(price) => [`$${Number(price).toFixed(3)}`, 'a gallon']}
          labelFormatter={(week) => dayWords(String(week))}
          contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--ink)' }}
        />
        <Line
          type="monotone"
          dataKey="price"
          stroke="var(--grain-middle)"
          strokeWidth={2}
          dot={false}
          isAnimationActive={false}
        />
      </LineChart>
    </ResponsiveContainer>
  )
}
