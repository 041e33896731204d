import { type Grade, gradeWords } from '#core/carrier/grades'

const percent = (share: number | null) => (share === null ? '' : `${Math.round(share * 100)}%`)

/** What they did with our loads: counts, and what to expect, drawn towards everybody's average while the counts are small. */
export function Grades({ grades }: { grades: Grade[] }) {
  const known = grades.filter((grade) => grade.of > 0)
  return (
    <section aria-label="Grades">
      <h2 className="head">With our loads</h2>
      {known.length === 0 && <p className="label border-t py-1">Nothing hauled or offered yet.</p>}
      <table className="w-full">
        <thead className="sr-only">
          <tr>
            <th>What</th>
            <th>Count</th>
            <th>To expect</th>
          </tr>
        </thead>
        <tbody>
          {known.map((grade) => (
            <tr key={grade.kind} className="border-t">
              <th scope="row" className="py-1 text-left font-normal">
                {gradeWords[grade.kind]}
              </th>
              <td className="text-right font-mono">
                {grade.good} of {grade.of}
              </td>
              <td className="label w-24 text-right">expect {percent(grade.expected)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
