import { api, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'

/** The open profiles: Fitness Machine with Indoor Bike Data and its Control Point, Heart Rate with its Measurement. */
const PROFILES = [
  { service: 0x1826, reads: 0x2ad2, code: '2AD2', control: 0x2ad9 },
  { service: 0x180d, reads: 0x2a37, code: '2A37', control: null },
] as const
const SEND_MS = 400
// So many are held while the room cannot be reached: ten minutes of a trainer and a strap.
const MOST_HELD = 4000

interface Characteristic {
  value?: DataView
  startNotifications(): Promise<unknown>
  addEventListener(name: string, heard: (event: Event) => void): void
  writeValue(bytes: Uint8Array): Promise<void>
}
interface Gatt {
  connect(): Promise<{
    getPrimaryService(s: number): Promise<{ getCharacteristic(c: number): Promise<Characteristic> }>
  }>
  disconnect(): void
}
interface Radio {
  requestDevice(asked: object): Promise<{ name?: string; gatt: Gatt }>
}

/** A device on this browser's radio. */
export interface Bluetooth {
  ask: (watts: number) => Promise<void>
  leave: () => void
}

export const hasBluetooth = () => 'bluetooth' in navigator

const hex = (view: DataView) =>
  Array.from(new Uint8Array(view.buffer, view.byteOffset, view.byteLength), (b) =>
    b.toString(16).padStart(2, '0'),
  ).join('')

/** Choose a device and pass its packets on as they are: they are read on the server. None chosen is no error. */
export async function linkBluetooth(fit_id: number): Promise<Bluetooth | null> {
  const radio = (navigator as unknown as { bluetooth: Radio }).bluetooth
  let device: Awaited<ReturnType<Radio['requestDevice']>>
  try {
    device = await radio.requestDevice({ filters: PROFILES.map((p) => ({ services: [p.service] })) })
  } catch (wrong) {
    if (wrong instanceof DOMException) return null
    throw wrong
  }
  const name = (device.name || t('a device without a name')).slice(0, 60)
  const held: { code: string; hex: string; at: number }[] = []
  const server = await device.gatt.connect()
  let control: Characteristic | null = null
  for (const profile of PROFILES) {
    try {
      const service = await server.getPrimaryService(profile.service)
      const reads = await service.getCharacteristic(profile.reads)
      reads.addEventListener('characteristicvaluechanged', () => {
        if (reads.value) held.push({ code: profile.code, hex: hex(reads.value), at: performance.now() })
        if (held.length > MOST_HELD) held.shift()
      })
      await reads.startNotifications()
      if (profile.control) control = await service.getCharacteristic(profile.control).catch(() => null)
    } catch {
      // It does not have this profile: it has the other.
    }
  }
  await control?.writeValue(Uint8Array.of(0x00)).catch(() => (control = null))
  let sending = false
  async function send() {
    if (sending || !held.length) return
    sending = true
    try {
      for (const { code } of PROFILES) {
        const its = held.filter((p) => p.code === code)
        if (!its.length) continue
        const now = performance.now()
        const packets = its.map((p) => ({ hex: p.hex, age_ms: now - p.at }))
        const body = { device: name, characteristic: code, packets }
        await take(api.POST('/api/fits/{fit_id}/live/packets', { params: { path: { fit_id } }, body }))
        // Only what was answered for is let go.
        for (const p of its) held.splice(held.indexOf(p), 1)
      }
    } catch {
      // The room cannot be reached: they are sent with the next.
    } finally {
      sending = false
    }
  }
  const timer = setInterval(() => void send(), SEND_MS)
  return {
    ask: async (watts) => {
      const raw = Math.round(watts)
      await control?.writeValue(Uint8Array.of(0x05, raw & 0xff, (raw >> 8) & 0xff)).catch(() => undefined)
    },
    leave: () => {
      clearInterval(timer)
      device.gatt.disconnect()
    },
  }
}
