/** A message of a device: its bytes, and when it was sent, in milliseconds of the page's clock. */
export type OnMessage = (device: string, bytes: Uint8Array, at: number) => void;

/** Why there are no devices: the person, or the browser, has refused them, or this browser has none. */
export type NoDevices = 'refused' | 'missing';

const NOTE_ON = 0x90;
const NOTE_OFF = 0x80;
const CONTROLLER = 0xb0;
/** Controllers that end all notes of a device: it gives up. */
const ENDS_ALL: ReadonlySet<number> = new Set([120, 123]);

/** The MIDI devices of this computer, as the browser has them (W3C Web MIDI API). They are asked for at a press; from then on devices may come and go. What a
 *  device that goes has left sounding is let go in its name. */
export class MidiInputs {
  private access: MIDIAccess | null = null;
  private readonly heard = new Map<string, MIDIInput>();
  /** Channel and key of what sounds of each device. */
  private readonly sounding = new Map<string, Set<number>>();
  onMessage: OnMessage = () => undefined;
  /** Told the names of all devices there are, and those that have just gone. */
  onChange: (names: readonly string[], gone: readonly string[]) => void = () => undefined;

  /** Asks for the devices, once; answers why there are none. */
  async open(): Promise<NoDevices | null> {
    if (this.access) return null;
    if (typeof navigator.requestMIDIAccess !== 'function') return 'missing';
    try {
      this.access = await navigator.requestMIDIAccess({ sysex: false });
    } catch {
      return 'refused';
    }
    this.access.addEventListener('statechange', () => this.look());
    this.look();
    return null;
  }

  private look(): void {
    const there = new Map(
      [...(this.access?.inputs.values() ?? [])].filter(({ state }) => state === 'connected').map((input) => [input.id, input]),
    );
    const gone: string[] = [];
    for (const [id, input] of this.heard) {
      if (there.get(id) === input) continue;
      input.onmidimessage = null;
      this.heard.delete(id);
      gone.push(nameOf(input));
      this.letGo(id, nameOf(input));
    }
    for (const [id, input] of there) {
      if (this.heard.has(id)) continue;
      this.heard.set(id, input);
      input.onmidimessage = (event) => this.receive(input, event);
    }
    this.onChange([...this.heard.values()].map(nameOf), gone);
  }

  private receive(input: MIDIInput, { data, timeStamp }: MIDIMessageEvent): void {
    if (!data || data.length === 0) return;
    const sounding = this.sounding.get(input.id) ?? new Set<number>();
    this.sounding.set(input.id, sounding);
    const [status = 0, key = 0, velocity = 0] = data;
    if ((status & 0xf0) === CONTROLLER && ENDS_ALL.has(key)) return this.letGo(input.id, nameOf(input));
    const place = (status & 15) * 128 + key;
    if ((status & 0xf0) === NOTE_ON && velocity > 0) sounding.add(place);
    else if ((status & 0xf0) === NOTE_ON || (status & 0xf0) === NOTE_OFF) sounding.delete(place);
    // Some browsers leave the time out where a device gives none.
    this.onMessage(nameOf(input), data, timeStamp || performance.now());
  }

  private letGo(id: string, name: string): void {
    const at = performance.now();
    for (const place of this.sounding.get(id) ?? []) this.onMessage(name, Uint8Array.of(NOTE_OFF | (place >> 7), place & 127, 0), at);
    this.sounding.delete(id);
  }
}

function nameOf({ name, manufacturer, id }: MIDIInput): string {
  return name || manufacturer || id;
}
