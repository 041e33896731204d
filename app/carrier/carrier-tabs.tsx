import { carrierLogWords } from '#core/carrier/log-words'
import { momentWords } from '#core/time/words'
import type { CarrierDesk } from './carrier-desk'
import { CarrierLoads } from './carrier-loads'
import { Facts } from './facts'

export const tabs = { facts: 'Facts over time', loads: 'Loads', log: 'What happened' } as const
export type Tab = keyof typeof tabs

const tabKeys: Record<Tab, string> = { facts: 'f', loads: 'l', log: 'g' }

/** What is below a carrier's dossier: facts over time, loads, and the log, one at a time. */
export function CarrierTabs({ desk, tab, onTab }: { desk: CarrierDesk; tab: Tab; onTab: (tab: Tab) => void }) {
  return (
    <>
      <div role="tablist" aria-label="More of this carrier" className="flex gap-4 border-t border-b border-strong px-4">
        {(Object.keys(tabs) as Tab[]).map((name) => (
          <button
            key={name}
            type="button"
            role="tab"
            id={`tab-${name}`}
            aria-controls="tab-panel"
            aria-selected={tab === name}
            tabIndex={tab === name ? 0 : -1}
            onClick={() => onTab(name)}
            className={`py-1 ${tab === name ? 'font-semibold shadow-[inset_0_-2px_0_var(--bill)]' : 'text-second'}`}
          >
            {tabs[name]} <kbd className="key">{tabKeys[name]}</kbd>
          </button>
        ))}
      </div>
      <div role="tabpanel" id="tab-panel" aria-labelledby={`tab-${tab}`} className="px-4 pb-6">
        <TabPanel desk={desk} tab={tab} />
      </div>
    </>
  )
}

function TabPanel({ desk, tab }: { desk: CarrierDesk; tab: Tab }) {
  const { dossier, today, zone, now, mayEdit, acting } = desk
  if (tab === 'facts') return <Facts dossier={dossier} today={today} zone={zone} />
  if (tab === 'loads') {
    const onMark: Parameters<typeof CarrierLoads>[0]['onMark'] = (loadId, mark) =>
      void acting.act({ intent: 'mark_load', loadId, mark }, 'Saved with the load')
    return <CarrierLoads dossier={dossier} today={today} zone={zone} onMark={mayEdit ? onMark : null} />
  }
  return (
    <ul>
      {dossier.log.map((entry) => (
        <li key={entry.id} className="grid grid-cols-[150px_130px_1fr] gap-3 border-b py-1">
          <span className="label">{momentWords(entry.at, now, zone)}</span>
          <span>{entry.actorName}</span>
          <span>{carrierLogWords(entry.kind, entry.data)}</span>
        </li>
      ))}
      {dossier.log.length === 0 && <li className="label py-2">Nothing has happened yet.</li>}
    </ul>
  )
}
