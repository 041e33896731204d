import type { RefObject } from 'react'
import { useKeys } from '../ui/keys'
import { emptyStop, type StopValues } from './form-fields'

interface StopList {
  count: number
  insert: (at: number, stop: StopValues, options: { shouldFocus: false }) => void
  move: (from: number, to: number) => void
}

/** Adding a stop and moving one; the focus goes along. */
export function useStopMoves(section: RefObject<HTMLElement | null>, { count, insert, move }: StopList) {
  const inputsOf = (index: number) => [
    ...(section.current?.querySelector(`[data-stop="${index}"]`)?.querySelectorAll<HTMLElement>('input, select') ?? []),
  ]
  const addStop = () => {
    const at = count - 1
    insert(at, emptyStop('delivery'), { shouldFocus: false })
    requestAnimationFrame(() => section.current?.querySelectorAll<HTMLElement>('[role=combobox]')[at]?.focus())
  }
  const moveWithFocus = (index: number, to: number, field: HTMLElement) => {
    if (to < 0 || to >= count) return
    const at = inputsOf(index).indexOf(field)
    move(index, to)
    requestAnimationFrame(() => inputsOf(to)[at]?.focus())
  }
  useKeys('Stops', [{ key: 'Ctrl+i', words: 'add a stop before the last', run: addStop }])
  return { addStop, moveWithFocus }
}
