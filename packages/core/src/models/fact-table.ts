import { ACCEPTED_DBU, type SignalKind } from '../catalogue';
import type { Quantity } from './spellings';

/** What can be stated about a piece of a device, and what is usual: one row for each figure. Data, no logic. Standards’ figures are from memory. */

export interface FactRow {
  /** Where the figure stands in the element, control, point or path: `ohms`, `tolerates.volts`, `accepts.0`. */
  field: string;
  label: string;
  unit: string;
  /** Told only where the unit does not tell it. */
  quantity?: Quantity;
  /** What the file takes. */
  min: number;
  max: number;
  step: number;
  usual?: [least: number, most: number];
  /** Where the usual range comes from. */
  from?: string;
  /** Shown = document value × this. */
  times?: number;
}

const PRACTICE = 'common practice, no published source';

const OUTPUT_OHMS: Record<SignalKind, [number, number, string]> = {
  microphone: [30, 2500, 'IEC 60268-4: 200 Ω rated; small electrets up to 2.2 kΩ'],
  line: [20, 1000, PRACTICE],
  headphone: [0.1, 120, 'IEC 61938: 120 Ω the old standard, modern amplifiers far less'],
  instrument: [100, 20_000, PRACTICE],
  loudspeaker: [0.02, 1, PRACTICE],
  aes3: [88, 132, 'AES3: 110 Ω ± 20 %'],
};

const INPUT_OHMS: Record<SignalKind, [number, number, string]> = {
  microphone: [1000, 12_000, 'IEC 61938: at least five times a 200 Ω microphone'],
  line: [5000, 1e6, PRACTICE],
  headphone: [8, 600, 'IEC 60268-7: rated impedances'],
  instrument: [200_000, 1e7, PRACTICE],
  loudspeaker: [2, 32, 'IEC 60268-5: rated impedances of 4, 8 and 16 Ω'],
  aes3: [88, 132, 'AES3: 110 Ω ± 20 %'],
};

/** Levels above which gear clips, dBu. Common practice, no published source. */
const OUTPUT_CLIPS: Record<SignalKind, [number, number]> = {
  microphone: [-30, 24],
  line: [-10, 28],
  headphone: [-10, 28],
  instrument: [-10, 28],
  // From a watt to a kilowatt into 8 Ω.
  loudspeaker: [11, 42],
  aes3: [-10, 28],
};
const INPUT_CLIPS: [number, number] = [-30, 28];

const ohms = (label: string, usual?: [number, number, string]): FactRow => ({
  field: 'ohms',
  label,
  unit: 'Ω',
  min: 0.001,
  max: 1e12,
  step: 1,
  ...(usual ? { usual: [usual[0], usual[1]], from: usual[2] } : {}),
});

const level = (field: string, label: string, usual?: [number, number]): FactRow => ({
  field,
  label,
  unit: 'dBu',
  min: -300,
  max: 300,
  step: 0.1,
  ...(usual ? { usual, from: PRACTICE } : {}),
});

/** An output's figures, by its kind of signal. */
export const outputFacts = (signal: SignalKind): FactRow[] => [
  ohms('Source impedance', OUTPUT_OHMS[signal]),
  level('maxDbu', 'Clips above', OUTPUT_CLIPS[signal]),
  level('nominalDbu', 'Usual level', signal === 'loudspeaker' ? [0, 36] : [-70, 8]),
  { field: 'tolerates.volts', label: 'Survives, DC', unit: 'V', min: 0, max: 1000, step: 0.5 },
  { field: 'tolerates.milliamps', label: 'Survives, current', unit: 'mA', min: 0, max: 10_000, step: 0.5 },
];

/** An input's figures, by its kind of signal. */
export const inputFacts = (signal: SignalKind): FactRow[] => [
  ohms('Input impedance', INPUT_OHMS[signal]),
  level('maxDbu', 'Clips above', signal === 'loudspeaker' ? OUTPUT_CLIPS.loudspeaker : INPUT_CLIPS),
  level('accepts.0', 'Coldest level it can bring up', [
    ACCEPTED_DBU[signal][0] - 30,
    ACCEPTED_DBU[signal][1],
  ]),
  level('accepts.1', 'Hottest level it takes', [ACCEPTED_DBU[signal][0], ACCEPTED_DBU[signal][1] + 20]),
  {
    field: 'commonModeRejectionDb',
    label: 'Common-mode rejection',
    unit: 'dB',
    min: 0,
    max: 200,
    step: 1,
    usual: [30, 120],
    from: PRACTICE,
  },
];

/** Supplies over signal legs. IEC 61938: P48 48 ± 4 V, P24 24 ± 4 V, P12 12 ± 1 V. */
const FEED_VOLTS = {
  P48: [44, 52],
  P24: [20, 28],
  P12: [11, 13],
  'plug-in': [1.2, 10],
} as const;
const FEED_OHMS = {
  P48: [6770, 6830],
  P24: [1195, 1205],
  P12: [677, 683],
  'plug-in': [680, 10_000],
} as const;

export const feedFacts = (standard: keyof typeof FEED_VOLTS): FactRow[] => {
  const from = standard === 'plug-in' ? PRACTICE : 'IEC 61938';
  return [
    {
      field: 'volts',
      label: `Supply, ${standard}`,
      unit: 'V',
      min: 0,
      max: 100,
      step: 0.1,
      usual: [...FEED_VOLTS[standard]],
      from,
    },
    {
      field: 'ohmsEach',
      label: 'Resistor to each leg',
      unit: 'Ω',
      min: 0.001,
      max: 1e12,
      step: 10,
      usual: [...FEED_OHMS[standard]],
      from,
    },
  ];
};

export const loadFacts = (standard: 'P48' | 'plug-in'): FactRow[] => [
  {
    field: 'milliamps',
    label: 'Current it draws',
    unit: 'mA',
    min: 0.0001,
    max: 14,
    step: 0.1,
    usual: standard === 'P48' ? [0.1, 10] : [0.02, 1],
    from: standard === 'P48' ? 'IEC 61938: 10 mA at most' : PRACTICE,
  },
  {
    field: 'minVolts',
    label: 'Works from',
    unit: 'V',
    min: 0,
    max: 60,
    step: 0.5,
    usual: standard === 'P48' ? [5, 46] : [0.5, 5],
    from: PRACTICE,
  },
];

export const RAIL_FACTS: FactRow[] = [
  {
    field: 'volts',
    label: 'Shared supply',
    unit: 'V',
    min: 0,
    max: 100,
    step: 0.1,
    usual: [44, 52],
    from: 'IEC 61938',
  },
  {
    field: 'ohms',
    label: 'Its own resistance',
    unit: 'Ω',
    min: 0.001,
    max: 1e6,
    step: 1,
    usual: [1, 2000],
    from: PRACTICE,
  },
];

export const RESISTOR_FACTS: FactRow[] = [ohms('Resistor inside')];
export const CAPACITOR_FACTS: FactRow[] = [
  { field: 'farads', label: 'Capacitor inside', unit: 'nF', min: 1e-6, max: 1e9, step: 1, times: 1e9 },
];
export const TRANSFORMER_FACTS: FactRow[] = [
  {
    field: 'ratio',
    label: 'Turns ratio, secondary to primary',
    unit: '',
    min: 0.001,
    max: 1000,
    step: 0.01,
    usual: [0.02, 50],
    from: PRACTICE,
  },
  {
    field: 'primaryOhms',
    label: 'Primary winding',
    unit: 'Ω',
    min: 0.001,
    max: 1e6,
    step: 1,
    usual: [1, 5000],
    from: PRACTICE,
  },
  {
    field: 'secondaryOhms',
    label: 'Secondary winding',
    unit: 'Ω',
    min: 0.001,
    max: 1e6,
    step: 1,
    usual: [1, 5000],
    from: PRACTICE,
  },
];

export const GAIN_FACTS: FactRow[] = [
  {
    field: 'minDb',
    label: 'Least',
    unit: 'dB',
    min: -300,
    max: 300,
    step: 1,
    usual: [-80, 40],
    from: PRACTICE,
  },
  { field: 'maxDb', label: 'Most', unit: 'dB', min: -300, max: 300, step: 1, usual: [0, 80], from: PRACTICE },
  { field: 'initial', label: 'As it comes', unit: 'dB', min: -300, max: 300, step: 1 },
];

const TURNS_FROM = { min: -120, max: 20, step: 1, from: PRACTICE } as const;
const RATIO = { unit: ': 1', min: 1, max: 1000, step: 0.5, from: PRACTICE } as const;

/** What a strip's gate and compressor do, as the strip states them; a gate that is not stated is taken as usual. */
export const STRIP_FACTS: FactRow[] = [
  { field: 'gate.thresholdDbfs', label: 'Gate shuts under', unit: 'dBFS', usual: [-80, -30], ...TURNS_FROM },
  { field: 'gate.ratio', label: 'Gate, ratio', usual: [1.5, 100], ...RATIO },
  {
    field: 'gate.rangeDb',
    label: 'Gate, most it takes off',
    unit: 'dB',
    min: 0,
    max: 120,
    step: 1,
    usual: [6, 80],
    from: PRACTICE,
  },
  {
    field: 'compressor.thresholdDbfs',
    label: 'Compressor over',
    unit: 'dBFS',
    usual: [-50, -3],
    ...TURNS_FROM,
  },
  { field: 'compressor.ratio', label: 'Compressor, ratio', usual: [1.2, 20], ...RATIO },
  {
    field: 'compressor.makeUpDb',
    label: 'Compressor, make-up',
    unit: 'dB',
    min: -20,
    max: 40,
    step: 0.5,
    usual: [0, 20],
    from: PRACTICE,
  },
];

const CEILINGS = { dBu: [-30, 30], dBFS: [0, 0], 'dB SPL': [90, 160] } as const;

export const pointFacts = (unit: keyof typeof CEILINGS): FactRow[] => [
  {
    field: 'ceiling',
    label: unit === 'dB SPL' ? 'Loudest sound it takes' : 'Clips above',
    unit,
    min: -300,
    max: 300,
    step: 0.1,
    usual: [...CEILINGS[unit]],
    from: PRACTICE,
  },
  { field: 'level', label: 'Long-term level', unit, min: -300, max: 300, step: 0.1 },
  {
    field: 'crestDb',
    label: 'Peaks over it',
    unit: 'dB',
    min: 0,
    max: 40,
    step: 0.5,
    usual: [3, 24],
    from: PRACTICE,
  },
  {
    field: 'leakDb',
    label: 'Weaker 10 cm outside the cup than in the ear by',
    unit: 'dB',
    min: 0,
    max: 90,
    step: 1,
    usual: [10, 60],
    from: PRACTICE,
  },
  {
    field: 'omniPart',
    label: 'Pattern: 1 hears all round, 0.5 cardioid, 0 figure of eight',
    unit: '',
    min: 0,
    max: 1,
    step: 0.05,
  },
];

/** Quieter than the thermal noise of the 150 Ω it is measured with: √(4kTRB), −130.96 dBu in 20 kHz (Johnson–Nyquist). */
export const EIN_FACT: Omit<FactRow, 'field' | 'label'> = {
  unit: 'dBu',
  quantity: 'input noise',
  min: -300,
  max: 300,
  step: 0.1,
  usual: [-130.96, -70],
  from: 'Johnson–Nyquist: 150 Ω at 290 K in 20 kHz is −130.96 dBu',
};
