import { AIMS } from '../gain';
import type { Target } from '../rig';

/** A word of the trade in short; where practitioners differ, what each says. */
export interface TradeTerm {
  word: string;
  /** Other words it is known or looked for by. */
  also?: string[];
  means: string;
  /** Two ways of working that are both right. */
  schools?: [string, string];
}

/** What a school aims for, in the engine's own words. */
const aim = (target: Target): string => AIMS[target].words.replace(/^./, (letter) => letter.toUpperCase());

/** The words this trade and this program use. Common practice, no published source, unless a standard is named. */
export const GLOSSARY: TradeTerm[] = [
  {
    word: 'AES3',
    also: ['digital microphone'],
    means:
      'Two channels of sound as data over an XLR lead. It fits the same sockets as a microphone and is not one.',
  },
  {
    word: 'ADAT',
    also: ['optical'],
    means:
      'Up to eight channels of sound as light through one optical lead. S/PDIF may use the same plug and does not go with it.',
  },
  {
    word: 'Auxiliary send',
    also: ['aux', 'send'],
    means:
      'A second mix of a desk with levels of its own: for a caller, a camera, headphones. Before the fader it stays when the fader moves; behind it, it follows.',
  },
  {
    word: 'Balanced',
    also: ['differential'],
    means:
      'Two wires carry the sound opposite ways up and a screen lies round them. The input takes the difference, so what the room presses into both goes away.',
  },
  {
    word: 'Booster',
    also: ['in-line preamp'],
    means:
      'A small amplifier between a quiet microphone and its input. It lives on phantom and keeps that away from the microphone.',
  },
  {
    word: 'Cardioid',
    also: ['pattern', 'polar pattern'],
    means:
      'Hears what is in front, half as much from the side, little from behind. Turn its back to what should not be heard.',
  },
  {
    word: 'Clipping',
    also: ['overload', 'distortion'],
    means:
      'A peak larger than a stage can pass is cut flat. It cannot be mended afterwards, wherever it happens.',
  },
  {
    word: 'Comb filter',
    also: ['comb', 'doubling'],
    means:
      'The same sound by two ways, one a little later: some tones vanish, others double. It sounds hollow, like speaking into a pipe.',
  },
  {
    word: 'Condenser microphone',
    means:
      'Sensitive and quiet; has electronics inside and works only with phantom, or with plug-in power if it is a small one.',
  },
  {
    word: 'dBFS',
    also: ['full scale'],
    means:
      'Level inside a computer. 0 is the most there is; everything usable lies below, so figures are negative.',
    schools: [
      `${aim('recording')}, so that no laugh ever clips; loudness comes afterwards.`,
      `${aim('live')}, because nothing comes afterwards.`,
    ],
  },
  {
    word: 'dBu and dBV',
    also: ['volts', 'level'],
    means:
      'Level on a wire: 0 dBu is 0.775 V, 0 dBV is 1 V. Professional line level is +4 dBu, that of home gear −10 dBV, a microphone some −60 dBu.',
  },
  {
    word: 'dB SPL',
    also: ['sound pressure', 'loudness in the room'],
    means:
      'How strong sound is in the air. Quiet room 30, speech at one metre 60, hearing is in danger above 80 for long and at once near 120.',
  },
  {
    word: 'DI box',
    also: ['direct box'],
    means:
      'Turns an instrument’s or a laptop’s output into a microphone’s: lower, balanced, and with a transformer that opens hum rings.',
  },
  {
    word: 'Direct monitoring',
    means:
      'An interface sends its inputs straight to the headphones, without the way through the computer, so one hears oneself at once. With the program’s monitoring on as well, one hears oneself twice.',
  },
  {
    word: 'Dynamic microphone',
    means:
      'A coil in a magnet. Needs no power, is hard to break, wants to be spoken into from close by, and wants more gain than a condenser.',
  },
  {
    word: 'Gain',
    also: ['trim', 'sensitivity'],
    means:
      'How much an input raises what comes in. Set first, by the loudest voice; faders and sliders come after it and cannot undo what clipped here.',
  },
  {
    word: 'Ground loop',
    also: ['hum', 'buzz', 'mains hum'],
    means:
      'Two devices joined by metal twice, by a lead and by their mains earths. Current flows round and is heard as hum. Open the ring in the sound lead with a transformer; never at the mains earth.',
  },
  {
    word: 'Headroom',
    means:
      'What is left between the peaks and the ceiling. About 12 dB over average speech is taken up by its own peaks.',
  },
  {
    word: 'High-pass',
    also: ['low cut', 'rumble'],
    means:
      'Takes away what lies below speech: steps, wind, hands on the stand. Harmless for voices up to about 100 Hz.',
  },
  {
    word: 'Impedance',
    also: ['ohms', 'loading'],
    means:
      'How much an output can push and how much an input takes. An input should be at least five times the output; then hardly anything is lost.',
  },
  {
    word: 'Joined inputs',
    also: ['aggregate', 'multi-device'],
    means:
      'Several devices used by a computer as one input with more channels. One of them gives the clock; the others follow by converting the rate.',
  },
  {
    word: 'Latency',
    also: ['delay', 'late'],
    means:
      'How much later something is heard. Ten milliseconds of one’s own voice disturb, thirty make speaking hard.',
  },
  {
    word: 'Line level',
    means:
      'What devices send each other: about a thousand times a microphone. In a microphone input it wants a pad, or another socket.',
  },
  {
    word: 'Loopback',
    means: 'What the computer plays comes back as one of its inputs, so that it can be recorded or sent on.',
  },
  {
    word: 'LUFS',
    also: ['loudness'],
    means:
      'Loudness as listeners hear it, over the whole programme (ITU-R BS.1770). Podcasts are often delivered at −16, broadcasts at −23.',
  },
  {
    word: 'Mix-minus',
    also: ['clean feed', 'n-1', 'echo'],
    means:
      'Everything but oneself. What a caller gets; with the whole mix they hear themselves come back late.',
  },
  {
    word: 'Mono plug in a stereo socket',
    also: ['TS in TRS'],
    means:
      'The long sleeve of a mono plug shorts the right side of a stereo output. Use a stereo plug, or an adapter made for it.',
  },
  {
    word: 'Noise',
    also: ['hiss', 'self-noise', 'EIN'],
    means:
      'What is there when nobody speaks. Each stage adds some; the first that is amplified most decides. 60 dB under the voice is quiet.',
  },
  {
    word: 'Pad',
    also: ['attenuator'],
    means: 'Takes a fixed amount off, usually 20 dB, ahead of what would clip.',
  },
  {
    word: 'Phantom power',
    also: ['48 V', 'P48'],
    means:
      '48 V over the two sound wires of an XLR lead, through 6.8 kΩ each (IEC 61938). Condensers live on it, dynamics do not notice; ribbons and laptop outputs can be destroyed. Off, wait, then plug.',
  },
  {
    word: 'Plug-in power',
    also: ['bias', 'electret'],
    means: 'A few volts on a mini-jack for small capsules. Not phantom: 48 V destroys them.',
  },
  {
    word: 'Polarity',
    also: ['phase', 'invert'],
    means:
      'Which way up a sound is. Two microphones on one voice, one of them upside down, take each other away.',
  },
  {
    word: 'Ribbon microphone',
    means:
      'A strip of foil in a magnet. Low output, and most are hurt by current through them: no phantom, no patching while it is on.',
  },
  {
    word: 'Sample rate',
    also: ['48 kHz', '44.1 kHz', 'clock'],
    means:
      'How often a second sound is measured. Two devices at different rates, or with clocks of their own, drift apart and click.',
  },
  {
    word: 'School',
    also: ['recording school', 'live school'],
    means:
      'Practitioners differ on where a voice should sit. Diaphon holds to the one you choose and says what the other would.',
    schools: [
      'Recording: room above everything, level made later.',
      'Live: as loud as it may be, since it goes out as it is.',
    ],
  },
  {
    word: 'Spill',
    also: ['bleed', 'crosstalk'],
    means:
      'Another voice in this microphone. Three times as far from it as its own talker is 10 dB less: the 3:1 rule.',
  },
  {
    word: 'Strand',
    means:
      'One sound on its way to one place where it ends: a voice to its track. Levels shows every stage it passes.',
  },
  {
    word: 'TRRS',
    also: ['headset jack'],
    means:
      'A mini-jack with four contacts: left, right, ground, microphone. Phones and laptops have one; a splitter parts it into headphones and microphone.',
  },
  {
    word: 'TRS and TS',
    also: ['jack', '6.35', 'mini-jack'],
    means:
      'Jack plugs with three or two contacts. TRS carries either one balanced sound or two unbalanced ones, left and right, and the plug does not say which.',
  },
  {
    word: 'Unbalanced',
    means: 'One wire and its screen. Good for a few metres; what the room presses in stays in.',
  },
  {
    word: 'Word clock',
    also: ['BNC', 'clock'],
    means:
      'The clock of one device on a lead of its own, so that others count samples with it. It carries no sound, and helps only whoever is set to follow it.',
  },
  {
    word: 'XLR',
    means:
      'The round three-pin plug of microphones: 1 screen, 2 hot, 3 cold (AES14). Sound flows from pins to holes.',
  },
];

/** Terms that answer every word typed: first those that are called so, then those whose name begins so. */
export const searchGlossary = (text: string): TradeTerm[] => {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const names = ({ word, also = [] }: TradeTerm) => [word, ...also].join(' ').toLowerCase();
  const whole = words.join(' ');
  const rank = (term: TradeTerm): number => {
    const own = [term.word, ...(term.also ?? [])].map((name) => name.toLowerCase());
    if (own.includes(whole)) return 0;
    if (own.some((name) => name.startsWith(whole))) return 1;
    return words.every((word) => names(term).includes(word)) ? 2 : 3;
  };
  return GLOSSARY.filter((term) => {
    const all = `${names(term)} ${term.means} ${term.schools?.join(' ') ?? ''}`.toLowerCase();
    return words.every((word) => all.includes(word));
  }).sort((a, b) => rank(a) - rank(b) || a.word.localeCompare(b.word));
};
