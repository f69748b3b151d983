import {
  DEFAULT_EARTH_HUM_MILLIVOLTS,
  DEFAULT_HEADPHONE_LEAK_DB,
  DEFAULT_HEADPHONES_MA,
  DEFAULT_TALK_AT_ONCE,
  DEFAULT_PACKED_SHARE,
  DEFAULT_RESAMPLER_MS,
  DEFAULT_SHOW_HOURS,
  DEFAULT_CLOCK_PPM,
  DEFAULT_USB_REST_MA,
  DEFAULT_HOWL_MARGIN_DB,
  DEFAULT_LEAST_APART_DB,
  DEFAULT_ROOM_NOISE_DBA,
  DEFAULT_ROOM_REVERB_S,
  DEFAULT_ROOM_VOLUME_M3,
  DEFAULT_LISTENING_HOURS,
  DEFAULT_NETWORK_MS,
  DEFAULT_LEAST_OVER_NOISE_DB,
  DEFAULT_INTERFERENCE_NANOAMPS_PER_M,
  DEFAULT_PROGRAMME_LIKENESS,
  setAssumptions,
  type Assumptions,
  type Rig,
} from '@diaphon/core';
import { NumberField } from '../look/number-field';
import { useEdit } from '../store/use-edit';

interface Row {
  key: keyof Assumptions;
  label: string;
  note: string;
  unit: string;
  min: number;
  max: number;
  step: number;
  /** How many of the shown unit make one of the document's. */
  times: number;
  /** What holds where the document does not say. */
  absent?: number;
}

const ROWS: Row[] = [
  {
    key: 'speechCrestDb',
    label: 'Peaks of speech over its level',
    note: 'ANSI S3.5 uses 15; 12 is common practice',
    unit: 'dB',
    min: 0,
    max: 30,
    step: 1,
    times: 1,
  },
  {
    key: 'gainTravelLimit',
    label: 'Hiss expected beyond',
    note: 'share of a gain’s travel; common practice',
    unit: '%',
    min: 50,
    max: 100,
    step: 1,
    times: 100,
  },
  {
    key: 'callLevelDbfs',
    label: 'Level a call or player sends',
    note: 'long-term; common practice',
    unit: 'dBFS',
    min: -60,
    max: 0,
    step: 1,
    times: 1,
  },
  {
    key: 'callCrestDb',
    label: 'Peaks of that over its level',
    note: 'common practice',
    unit: 'dB',
    min: 0,
    max: 30,
    step: 1,
    times: 1,
  },
  {
    key: 'earthHumMillivolts',
    label: 'Hum between the earths of two plugs',
    note: '5 is common practice; more between rooms, less on one outlet strip',
    unit: 'mV',
    min: 0,
    max: 1000,
    step: 1,
    times: 1,
    absent: DEFAULT_EARTH_HUM_MILLIVOLTS,
  },
  {
    key: 'interferenceNanoampsPerM',
    label: 'Hum pressed into each wire of a lead',
    note: 'for each metre; 1 is common practice, more near mains and dimmers',
    unit: 'nA/m',
    min: 0,
    max: 100,
    step: 0.1,
    times: 1,
    absent: DEFAULT_INTERFERENCE_NANOAMPS_PER_M,
  },
  {
    key: 'programmeLikeness',
    label: 'How alike left and right of a programme are',
    note: '100 a mono voice, about 40 music, 0 two strangers; common practice',
    unit: '%',
    min: 0,
    max: 100,
    step: 1,
    times: 100,
    absent: DEFAULT_PROGRAMME_LIKENESS,
  },
  {
    key: 'leastOverNoiseDb',
    label: 'Voice over the hiss, at least',
    note: 'speech at −18 over a floor of −60 dBFS; common practice',
    unit: 'dB',
    min: 0,
    max: 120,
    step: 1,
    times: 1,
    absent: DEFAULT_LEAST_OVER_NOISE_DB,
  },
  {
    key: 'leastApartDb',
    label: 'Neighbour under the voice, at least',
    note: 'three times as far away is 9.5 dB straight, 8 in an ordinary room; common practice',
    unit: 'dB',
    min: 0,
    max: 40,
    step: 0.5,
    times: 1,
    absent: DEFAULT_LEAST_APART_DB,
  },
  {
    key: 'roomVolumeM3',
    label: 'Volume of the room',
    note: 'length × width × height; a living room has about 50',
    unit: 'm³',
    min: 1,
    max: 100_000,
    step: 1,
    times: 1,
    absent: DEFAULT_ROOM_VOLUME_M3,
  },
  {
    key: 'roomReverbS',
    label: 'How long the room rings',
    note: 'reverberation time: 0.2 with curtains and carpet, 0.4 furnished, over 1 bare; common practice',
    unit: 's',
    min: 0.05,
    max: 10,
    step: 0.05,
    times: 1,
    absent: DEFAULT_ROOM_REVERB_S,
  },
  {
    key: 'roomNoiseDba',
    label: 'Noise of the room',
    note: '20 in a studio, 30 in a quiet room, 40 with a fan or a street; common practice',
    unit: 'dB(A)',
    min: -20,
    max: 80,
    step: 1,
    times: 1,
    absent: DEFAULT_ROOM_NOISE_DBA,
  },
  {
    key: 'howlMarginDb',
    label: 'Kept from howling',
    note: 'a loudspeaker in open microphones; common practice',
    unit: 'dB',
    min: 0,
    max: 40,
    step: 1,
    times: 1,
    absent: DEFAULT_HOWL_MARGIN_DB,
  },
  {
    key: 'showHours',
    label: 'A recording goes on for',
    note: 'whether files and disks last',
    unit: 'h',
    min: 0.5,
    max: 24,
    step: 0.5,
    times: 1,
    absent: DEFAULT_SHOW_HOURS,
  },
  {
    key: 'packedShare',
    label: 'FLAC takes of a file that is not packed',
    note: 'for speech; common practice',
    unit: '%',
    min: 0.1,
    max: 1,
    step: 0.05,
    times: 100,
    absent: DEFAULT_PACKED_SHARE,
  },
  {
    key: 'usbRestMilliamps',
    label: 'Gear fed over USB draws at rest',
    note: 'where its model does not say; common practice',
    unit: 'mA',
    min: 0,
    max: 1000,
    step: 10,
    times: 1,
    absent: DEFAULT_USB_REST_MA,
  },
  {
    key: 'talkAtOnce',
    label: 'Who talk at the same moment, at most',
    note: 'a mix has to have room for their peaks together; common practice',
    unit: 'people',
    min: 1,
    max: 32,
    step: 1,
    times: 1,
    absent: DEFAULT_TALK_AT_ONCE,
  },
  {
    key: 'headphonesMilliamps',
    label: 'Headphones draw from gear fed over USB',
    note: 'each in use: a volt into 32 Ω both sides, half kept; common practice',
    unit: 'mA',
    min: 0,
    max: 200,
    step: 5,
    times: 1,
    absent: DEFAULT_HEADPHONES_MA,
  },
  {
    key: 'resamplerMs',
    label: 'A resampler takes',
    note: 'for each device of a joined input that is made to follow; common practice',
    unit: 'ms',
    min: 0,
    max: 20,
    step: 0.1,
    times: 1,
    absent: DEFAULT_RESAMPLER_MS,
  },
  {
    key: 'clockPpm',
    label: 'A clock may be off by',
    note: 'each of two, one fast and one slow: how far devices drift apart; common practice',
    unit: 'ppm',
    min: 1,
    max: 500,
    step: 1,
    times: 1,
    absent: DEFAULT_CLOCK_PPM,
  },
  {
    key: 'headphoneLeakDb',
    label: 'Headphones, weaker 10 cm outside than in the ear',
    note: 'where their model does not say; closed ones 40, open ones 18; common practice',
    unit: 'dB',
    min: 0,
    max: 80,
    step: 1,
    times: 1,
    absent: DEFAULT_HEADPHONE_LEAK_DB,
  },
  {
    key: 'networkMs',
    label: 'Network to a far end, one way',
    note: 'where nobody has said; 100 is common practice, from 150 on people speak into one another (ITU-T G.114)',
    unit: 'ms',
    min: 0,
    max: 2000,
    step: 10,
    times: 1,
    absent: DEFAULT_NETWORK_MS,
  },
  {
    key: 'listeningHours',
    label: 'Listened by headphones or loudspeakers',
    note: 'a week; for what ears stand (WHO-ITU H.870)',
    unit: 'h',
    min: 0.5,
    max: 100,
    step: 0.5,
    times: 1,
    absent: DEFAULT_LISTENING_HOURS,
  },
];

/** What the results rest on that nobody measured here. @param only some of it; absent: all */
export const AssumptionFields = ({ rig, only }: { rig: Rig; only?: readonly (keyof Assumptions)[] }) => {
  const edit = useEdit();
  return (
    <div className="space-y-1">
      {ROWS.filter(({ key }) => !only || only.includes(key)).map(({ key, times, absent, ...row }) => (
        <NumberField
          key={key}
          {...row}
          hideSlider
          value={Math.round((rig.assumptions[key] ?? absent ?? 0) * times * 100) / 100}
          onChange={(value) =>
            edit((now) => setAssumptions(now, { ...now.assumptions, [key]: value / times }), {
              key: `assumption ${key}`,
            })
          }
        />
      ))}
    </div>
  );
};
