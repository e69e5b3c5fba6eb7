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
interface Chosen {
  name?: string
  gatt: Gatt
}
interface Held {
  device: string
  code: string
  hex: string
  at: number
}

export const hasBluetooth = () => 'bluetooth' in navigator

const hex = (view: DataView) =>
  [...new Uint8Array(view.buffer, view.byteOffset, view.byteLength)]
    .map((b) => b.toString(16).padStart(2, '0'))
    .join('')

/** Devices on this browser's radio, for one file: their packets are passed on as they come and read on the server. */
export class Bluetooth {
  private held: Held[] = []
  private devices: Gatt[] = []
  private controls: Characteristic[] = []
  private timer: ReturnType<typeof setInterval> | undefined
  private sending = false

  constructor(private readonly fit_id: number) {}

  /** Have a device chosen and listen to it; none chosen is no error. */
  async add(): Promise<void> {
    const radio = (navigator as unknown as { bluetooth: { requestDevice(asked: object): Promise<Chosen> } }).bluetooth
    let chosen: Chosen
    try {
      chosen = await radio.requestDevice({ filters: PROFILES.map((p) => ({ services: [p.service] })) })
    } catch (wrong) {
      if (wrong instanceof DOMException) return
      throw wrong
    }
    const name = (chosen.name || t('a device without a name')).slice(0, 60)
    const server = await chosen.gatt.connect()
    this.devices.push(chosen.gatt)
    for (const profile of PROFILES) {
      try {
        const service = await server.getPrimaryService(profile.service)
        const reads = await service.getCharacteristic(profile.reads)
        reads.addEventListener('characteristicvaluechanged', () => {
          if (reads.value) this.hold({ device: name, code: profile.code, hex: hex(reads.value), at: performance.now() })
        })
        await reads.startNotifications()
        if (profile.control) {
          const control = await service.getCharacteristic(profile.control)
          await control.writeValue(Uint8Array.of(0x00))
          this.controls.push(control)
        }
      } catch {
        // It does not have this profile, or lets nobody control it: it has the other, or is only listened to.
      }
    }
    this.timer ??= setInterval(() => void this.send(), SEND_MS)
  }

  /** Ask for a power where a trainer lets itself be controlled. */
  async ask(watts: number): Promise<void> {
    const raw = Math.round(watts)
    for (const control of this.controls)
      await control.writeValue(Uint8Array.of(0x05, raw & 0xff, (raw >> 8) & 0xff)).catch(() => undefined)
  }

  /** Let every device go. */
  leave(): void {
    clearInterval(this.timer)
    this.timer = undefined
    for (const gatt of this.devices) gatt.disconnect()
    this.devices = []
    this.controls = []
  }

  private hold(packet: Held) {
    this.held.push(packet)
    if (this.held.length > MOST_HELD) this.held.shift()
  }

  private async send() {
    if (this.sending || !this.held.length) return
    this.sending = true
    const going = [...this.held]
    const now = performance.now()
    const kinds = new Map<string, Held[]>()
    for (const p of going) kinds.set(`${p.code} ${p.device}`, [...(kinds.get(`${p.code} ${p.device}`) ?? []), p])
    const sent = [...kinds.values()].map((its) => ({
      device: its[0]!.device,
      characteristic: its[0]!.code,
      packets: its.map((p) => ({ hex: p.hex, age_ms: now - p.at })),
    }))
    try {
      const path = { fit_id: this.fit_id }
      await take(api.POST('/api/fits/{fit_id}/live/packets', { params: { path }, body: { sent } }))
      // Only what was answered for is let go.
      const gone = new Set(going)
      this.held = this.held.filter((p) => !gone.has(p))
    } catch {
      // The room cannot be reached: they are sent with the next.
    } finally {
      this.sending = false
    }
  }
}
