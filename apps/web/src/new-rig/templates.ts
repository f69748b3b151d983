/** Desks as people work, each a parts list: what is on the table, who is on the line. */

export interface Template {
  id: string;
  name: string;
  /** What lies there, in the words of a parts list. */
  text: string;
}

export const TEMPLATES: readonly Template[] = [
  { id: 'one', name: 'One voice and a laptop', text: 'USB mic, laptop, headphones' },
  { id: 'two', name: 'Two at a table', text: '2 dynamic mics, interface, laptop, headphones' },
  {
    id: 'two-caller',
    name: 'Two at a table, with a caller',
    text: '2 dynamic mics, mixer with USB, laptop, 2 headphones, headphone amp, a caller',
  },
  {
    id: 'panel',
    name: 'Panel of four, with a caller',
    text: '4 dynamic mics, podcast mixer, laptop, 2 headphones, a caller',
  },
  {
    id: 'six',
    name: 'Round table of six',
    text: '6 dynamic mics, 8-channel interface, laptop, headphone amp, 4 headphones',
  },
  { id: 'usb', name: 'Three USB microphones', text: '3 USB mics, powered hub, laptop' },
  { id: 'field', name: 'Interview on the way', text: '2 condenser mics, field recorder' },
  { id: 'wireless', name: 'Wireless pair into a camera', text: 'wireless set, camera' },
  {
    id: 'music',
    name: 'Voice with pocket instruments',
    text: 'vocal mic, drum machine, keyboard, 8-channel interface, laptop, headphones',
  },
  { id: 'guitar', name: 'Voice and guitar', text: 'condenser mic, guitar, interface, laptop, headphones' },
  {
    id: 'stream',
    name: 'Live stream with music',
    text: 'dynamic mic, podcast mixer, music player, laptop, headphones, live stream',
  },
  {
    id: 'telephone',
    name: 'Callers by telephone',
    text: 'dynamic mic, podcast mixer, telephone, laptop, headphones',
  },
  {
    id: 'audience',
    name: 'Loudspeakers before an audience',
    text: '2 dynamic mics, mixer with USB, a pair of powered loudspeakers, laptop',
  },
];
