import { useLocalStorage } from '@vueuse/core'
import { watchEffect } from 'vue'

export type Unit = 'mm' | 'in'
const unit = useLocalStorage<Unit>('waymark.unit', 'mm')
const language = useLocalStorage('waymark.language', 'en')
const fitter = useLocalStorage('waymark.fitter', '')
const sheet = useLocalStorage<'light' | 'dark'>('waymark.sheet', 'light')

watchEffect(() => {
  document.documentElement.dataset.sheet = sheet.value
})

/** What this window prefers: display unit and light or dark sheet. Stored values never change with it. */
export function useSettings() {
  return {
    unit,
    language,
    sheet,
    /** Who works at this window: put beside every change made here. */
    fitter,
    toggleUnit: () => (unit.value = unit.value === 'mm' ? 'in' : 'mm'),
    toggleSheet: () => (sheet.value = sheet.value === 'light' ? 'dark' : 'light'),
  }
}
