/** Tones that differ for start, lift and cool, so that nobody has to look; made by the browser itself, no file. */
export type Tone = 'start' | 'lift' | 'cool' | 'tick';

const TONES: Readonly<Record<Tone, readonly { readonly hz: number; readonly atS: number; readonly lastsS: number }[]>> =
  {
    start: [{ hz: 523, atS: 0, lastsS: 0.12 }],
    lift: [
      { hz: 880, atS: 0, lastsS: 0.16 },
      { hz: 880, atS: 0.24, lastsS: 0.16 },
      { hz: 1175, atS: 0.48, lastsS: 0.3 },
    ],
    cool: [
      { hz: 659, atS: 0, lastsS: 0.25 },
      { hz: 523, atS: 0.3, lastsS: 0.35 },
    ],
    tick: [{ hz: 1400, atS: 0, lastsS: 0.02 }],
  };
const LOUD = { tick: 0.05, other: 0.22 } as const;

let context: AudioContext | null = null;
/** The browser lets a page sound only after a tap: called from one. */
export function wakeSound(): void {
  try {
    context ??= new AudioContext();
    void context.resume();
  } catch {
    context = null;
  }
}

/**
 * Sounds a tone, now or later. What is set for later sounds on time in a background tab too, since the sound card keeps time.
 * @returns takes back what has not sounded yet
 */
export function sound(tone: Tone, inS = 0): () => void {
  const audio = context;
  if (!audio) return () => undefined;
  const nodes = TONES[tone].map(({ hz, atS, lastsS }) => {
    const from = audio.currentTime + inS + atS;
    const osc = audio.createOscillator();
    const gain = audio.createGain();
    osc.frequency.value = hz;
    gain.gain.setValueAtTime(tone === 'tick' ? LOUD.tick : LOUD.other, from);
    gain.gain.exponentialRampToValueAtTime(0.001, from + lastsS);
    osc.connect(gain).connect(audio.destination);
    osc.start(from);
    osc.stop(from + lastsS + 0.02);
    return osc;
  });
  return () => {
    for (const osc of nodes) {
      try {
        osc.stop();
        osc.disconnect();
      } catch {
        // It has ended already.
      }
    }
  };
}

/**
 * Listens for a clap or a loud word, where the browser lets it; nothing is kept of what is heard.
 * @returns how to stop, or why it cannot be
 */
export async function listenForClap(onClap: () => void): Promise<{ stop: () => void } | { error: string }> {
  try {
    const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
    const audio = new AudioContext();
    const analyser = audio.createAnalyser();
    analyser.fftSize = 1024;
    audio.createMediaStreamSource(stream).connect(analyser);
    const wave = new Uint8Array(analyser.fftSize);
    let quietUntil = 0;
    const watch = setInterval(() => {
      analyser.getByteTimeDomainData(wave);
      const peak = wave.reduce((most, v) => Math.max(most, Math.abs(v - 128)), 0);
      const now = performance.now();
      if (peak < LOUD_PEAK || now < quietUntil) return;
      quietUntil = now + REST_MS;
      onClap();
    }, 40);
    return {
      stop: () => {
        clearInterval(watch);
        for (const track of stream.getTracks()) track.stop();
        void audio.close();
      },
    };
  } catch {
    return { error: 'This browser gives no microphone. Tap, swipe, or use the space bar instead.' };
  }
}
/** Of 128: so loud is a clap near the board. Estimated. */
const LOUD_PEAK = 96;
/** One clap is one: echoes do not count, ms. */
const REST_MS = 1200;
