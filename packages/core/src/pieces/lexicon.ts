import type { AppKind } from '../rig';

/** What people call the things on a table, the special before the general: the first row whose words are all there is meant. */

/** A device of the catalogue, by what it is called. */
export interface DeviceWords {
  model: string;
  /** All of these are in the words. */
  words: readonly RegExp[];
  /** None of these is. */
  without?: readonly RegExp[];
  /** A pair of them is two things, and not one as of headphones. */
  pairIsTwo?: true;
  /** It comes with a program of its own. */
  program?: AppKind;
}

const MIC = /\b(mic|mics|micro?phones?|mikes?)\b/;
const USB = /\busb\b/;
const WIRELESS = /\b(wireless|radio|cordless)\b/;
const LAPEL = /\b(lapels?|lavs?|lavaliers?|clip[- ]?ons?|tie[- ]?clips?)\b/;
const INTERFACE = /\b(interfaces?|sound ?cards?|audio box(es)?)\b/;
const MIXER = /\b(mixers?|mixing (desk|console|board)s?|sound ?boards?|consoles?|desks?)\b/;
const PREAMP = /\bpre-?amp(lifier)?s?\b/;
const HEADPHONES = /\b(headphones?|cans|head-?sets?)\b/;
const SPEAKERS = /\b((loud)?speakers?|monitors?|pa)\b/;
const LAPTOP = /\b(laptops?|notebooks?)\b/;
const COMPUTER = /\b(computers?|pcs?|desktops?|towers?|workstations?|machines?)\b/;
const HUB = /\bhubs?\b/;
const RECORDER = /\brecorders?\b/;
const DI = /\b(di|d\.i\.|direct) ?(box(es)?|injections?)?\b/;
const OLD = /\b(old|older|usb-?a|earthed|three[- ]pin)\b/;

/** Numbers as they stand before "inputs" or "channel"; see `plainWords`. */
const number = (...these: number[]): RegExp =>
  new RegExp(
    `\\b(${these.join('|')})[- ]?(ins?|inputs?|channels?|ch|mics?|tracks?|micro?phones?|ways?)\\b|\\b(${these.join('|')})x\\d`,
  );

export const DEVICE_WORDS: readonly DeviceWords[] = [
  // What belongs to others by one of its words comes first.
  {
    model: 'headphone-amplifier',
    words: [/\b(head)?phones?\b/, /\b(amp|amps|amplifiers?|splitters?|distributor)\b/],
    without: [MIC],
  },
  { model: 'booster', words: [/\b(boosters?|activators?|in-?line (pre-?)?amp(lifier)?s?|lifters?)\b/] },
  {
    model: 'phantom-supply',
    words: [/\bphantom\b/, /\b(suppl(y|ies)|box(es)?|power)\b/],
    without: [MIXER, INTERFACE, MIC, PREAMP],
  },
  { model: 'plugin-adapter', words: [/\bplug-?in power\b/] },
  { model: 'isolator-laptop', words: [/\bisolat(or|ors|ion)\b/, /\b(laptops?|computers?|xlr)\b/] },
  { model: 'isolator-line', words: [/\b(isolat(or|ors|ion)|ground[- ]loop|hum (eliminators?|killers?))\b/] },
  { model: 'di-active', words: [DI, /\bactive\b/] },
  { model: 'di-line', words: [DI, /\bline\b/] },
  { model: 'di-passive', words: [DI] },
  { model: 'intercom-line', words: [/\bhybrids?\b/] },
  { model: 'bluetooth-receiver', words: [/\bbluetooth\b/, /\breceivers?\b/] },
  { model: 'preamp-8-adat', words: [PREAMP, number(8)] },
  { model: 'preamp-two', words: [PREAMP, number(2)] },
  { model: 'preamp', words: [PREAMP], without: [INTERFACE, MIXER] },
  { model: 'dock', words: [/\bdock(s|ing)?\b/] },
  {
    model: 'hub-powered',
    words: [HUB, /\b(powered|own supply|mains)\b/],
    without: [/\b(un|bus[- ]|self-?less )powered\b/],
  },
  { model: 'hub-bus', words: [HUB] },
  { model: 'dongle-c', words: [/\bdongles?\b/, /\bc\b/] },
  { model: 'dongle-a', words: [/\bdongles?\b/] },
  { model: 'dongle-a', words: [USB, /\b(adapters?|adaptors?)\b/, /\b(sound|headset|audio)\b/] },
  { model: 'adapter-xlr-usb', words: [USB, /\bxlr\b/, /\b(adapters?|adaptors?)\b/] },
  // Microphones.
  {
    model: 'receiver-dual',
    words: [WIRELESS, /\b(dual|pairs?|kits?|sets?|systems?|2|two)\b/],
    without: [HEADPHONES, SPEAKERS],
  },
  { model: 'wireless-xlr', words: [WIRELESS, MIC] },
  { model: 'wireless-xlr', words: [WIRELESS, LAPEL] },
  { model: 'receiver-dual', words: [WIRELESS, /\breceivers?\b/] },
  { model: 'mic-usb-stereo', words: [MIC, USB, /\bstereo\b/] },
  { model: 'mic-usb-plain', words: [MIC, USB, /\b(plain|simple|cheap|mono|without headphone)/] },
  { model: 'mic-usb-micro', words: [MIC, USB, /\b(small|mini|tiny)\b/] },
  { model: 'mic-usb', words: [MIC, USB], without: [MIXER, INTERFACE] },
  { model: 'mic-digital', words: [MIC, /\b(digital|aes3?)\b/] },
  { model: 'mic-lavalier', words: [LAPEL] },
  { model: 'mic-headset', words: [/\bhead-?(set|worn)\b/, MIC], without: [SPEAKERS] },
  { model: 'mic-ribbon-active', words: [/\bribbons?\b/, /\b(active|phantom)\b/] },
  { model: 'mic-ribbon', words: [/\bribbons?\b/] },
  { model: 'mic-shotgun', words: [/\b(shotguns?|booms?)\b/], without: [/\b(boom )?(arm|stand)s?\b/] },
  { model: 'mic-boundary', words: [/\b(boundary|conference|flat)\b/, MIC] },
  { model: 'talkback', words: [/\b(goosenecks?|talk-?back)\b/] },
  { model: 'mic-condenser-small', words: [/\b(small[- ]diaphragm|pencil|stick)\b/], without: [MIXER] },
  { model: 'mic-condenser-budget', words: [/\bcondensers?\b/, /\b(budget|cheap|starter|entry)/] },
  {
    model: 'mic-condenser-large',
    words: [/\b(condensers?|large[- ]diaphragm|studio mics?|studio micro?phones?)\b/],
    without: [MIXER],
  },
  {
    model: 'mic-dynamic-broadcast',
    words: [/\b(broadcast(ing|er)?|podcast(ing)?|low[- ]output)\b/],
    without: [MIXER, INTERFACE, HEADPHONES],
  },
  // Desks.
  { model: 'mixer-podcast', words: [/\b(podcast(ing)?|broadcast|two usb)\b/, MIXER] },
  { model: 'mixer-podcast', words: [/\bpodcast(ing)? (consoles?|studios?|stations?|recorders?)\b/] },
  { model: 'mixer-32', words: [MIXER, number(32, 24)] },
  { model: 'mixer-32', words: [MIXER, /\b(digital|big|large)\b/] },
  { model: 'mixer-16-1394-16', words: [MIXER, number(16, 12)] },
  { model: 'mixer-4', words: [MIXER, /\b(no|without|non|analog(ue)?)\b/], without: [/\bwith usb\b/] },
  { model: 'mixer-2-usb', words: [MIXER, number(2)] },
  { model: 'mixer-2-usb', words: [MIXER, /\b(compact|tiny)\b/] },
  { model: 'video-switcher', words: [/\b(video )?(switchers?|vision mixers?)\b/] },
  { model: 'mixer-4-usb', words: [MIXER], without: [/\bdesktops?\b/, SPEAKERS] },
  { model: 'interface-18', words: [INTERFACE, number(18, 16)] },
  { model: 'interface-8', words: [INTERFACE, number(8, 6)] },
  { model: 'interface-4', words: [INTERFACE, number(4, 3)] },
  { model: 'interface-1', words: [INTERFACE, number(1)] },
  { model: 'interface-1', words: [INTERFACE, /\b(single|solo|mono)\b/] },
  { model: 'interface-2', words: [INTERFACE] },
  // Instruments and players.
  { model: 'bass-active', words: [/\bbass(es)?\b/] },
  { model: 'guitar', words: [/\bguitars?\b/] },
  { model: 'midi-keyboard', words: [/\bmidi\b/] },
  { model: 'keyboard', words: [/\b(keyboards?|pianos?|synth(esi[sz]er)?s?|organs?)\b/] },
  {
    model: 'drum-machine',
    words: [/\b(drum machines?|drum-?boxe?s?|groove ?box(es)?|pocket synths?|samplers?)\b/],
  },
  { model: 'turntable', words: [/\b(turntables?|record players?|vinyl|decks?)\b/] },
  { model: 'radio-tuner', words: [/\btuners?\b/] },
  { model: 'phone-player', words: [/\b(music|mp3|audio) players?\b/] },
  { model: 'player', words: [/\b((sound[- ]?)?effects? players?|sfx|jingle|players?)\b/] },
  // What keeps and sends.
  { model: 'recorder-field', words: [/\bfield\b/, RECORDER] },
  { model: 'recorder-field', words: [RECORDER, /\bxlr\b/] },
  { model: 'recorder-pocket', words: [RECORDER] },
  { model: 'camera', words: [/\b(cameras?|camcorders?|dslrs?)\b/], without: [/\bweb-?cams?\b/] },
  // What listens.
  { model: 'headphones-bluetooth', words: [HEADPHONES, /\b(bluetooth|wireless)\b/] },
  { model: 'headphones-250', words: [HEADPHONES, /\b(250|studio|high[- ]impedance)\b/] },
  { model: 'headphones-open', words: [HEADPHONES, /\bopen\b/] },
  { model: 'earphones', words: [/\b(ear-?phones?|ear-?buds?|in-?ears?)\b/] },
  { model: 'headphones', words: [/\b(headphones?|cans)\b/] },
  { model: 'loudspeaker-passive', words: [SPEAKERS, /\bpassive\b/], pairIsTwo: true },
  {
    model: 'hifi-amplifier',
    words: [/\b(hi-?fi|living[- ]room|stereo) (amp|amps|amplifiers?|receivers?)\b/],
  },
  { model: 'power-amplifier', words: [/\b(stage|power) (amp|amps|amplifiers?)\b/] },
  { model: 'loudspeaker-rca', words: [SPEAKERS, /\b(computer|desktop|desk|mini-?jack|small)\b/] },
  { model: 'loudspeaker', words: [SPEAKERS], pairIsTwo: true },
  // Computers, last: "computer speakers" are none.
  {
    model: 'phone',
    words: [/\b((tele|smart|mobile |cell ?)?phones?|mobiles?|handsets?)\b/],
  },
  { model: 'desktop', words: [/\bgam(e|es|ing)\b/, COMPUTER], program: 'game' },
  { model: 'laptop-earthed', words: [LAPTOP, OLD] },
  { model: 'laptop-c', words: [LAPTOP] },
  { model: 'laptop-c', words: [/\btablets?\b/] },
  { model: 'computer-older', words: [COMPUTER, /\b1394\b/] },
  { model: 'desktop', words: [COMPUTER] },
  { model: 'mic-dynamic-hand', words: [MIC] },
  { model: 'mic-dynamic-hand', words: [/\b(dynamics?|hand-?helds?|vocals?|stage)\b/] },
];

/** Leads and adapters people list with their gear: they are owned. */
export const LEAD_WORDS: readonly { kind: string; words: readonly RegExp[] }[] = [
  { kind: 'usb-c-c', words: [USB, /\bc\b.*\bc\b/] },
  { kind: 'usb-c-b', words: [USB, /\bc\b.*\bb\b/] },
  { kind: 'usb-a-c', words: [USB, /\ba\b.*\bc\b/] },
  { kind: 'usb-a-b', words: [USB] },
  { kind: 'xlr-trs', words: [/\bxlr\b/, /\btrs\b/] },
  { kind: 'xlr-ts', words: [/\bxlr\b/, /\b(ts|jack)\b/] },
  { kind: 'xlr-mini', words: [/\bxlr\b/, /\b(mini|3\.5)/] },
  { kind: 'xlr', words: [/\b(xlr|mic|mics|micro?phones?)\b/] },
  { kind: 'mini-trs', words: [/\b(mini|3\.5)/, /\b(6\.3|6\.35|quarter|1\/4|big)/] },
  { kind: 'mini', words: [/\b(mini|3\.5|aux)/] },
  { kind: 'trs-635', words: [/\btrs\b/] },
  { kind: 'ts-635', words: [/\b(ts|jack|guitar|instrument|patch)\b/] },
  { kind: 'rca', words: [/\b(rca|phono)\b/] },
];

/** Somebody at the other end of a call; an audience; who speaks here. */
export const CALLER =
  /\b(callers?|calls?|remote (guests?|people)|guests? (on|by) (a )?(call|phone|line)|dial[- ]?ins?|on the line|phone[- ]ins?)\b/;
export const STREAM = /\b(live ?streams?|streams?|streaming|broadcasts? live|go(ing)? live)\b/;
export const PEOPLE = /\b(people|persons?|hosts?|guests?|speakers? talking|voices?|talkers?|presenters?)\b/;

/** What a model comes with, whoever puts it down: a telephone is there for its call. */
export const COMES_WITH: Readonly<Record<string, AppKind>> = { phone: 'call' };
