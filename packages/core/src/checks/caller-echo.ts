import { maxBy } from 'es-toolkit';
import { wayOf } from '../gain';
import { echoOf, inSentence, isOwnPost, listed } from '../feeds';
import { cellsOf } from './cells';
import { farEndsOf, setProcessing, hasFarEnd } from '../rig';
import { leastEchoLossDb } from '../units';
import { asFix, finding, figureText, type Check, type Found } from './finding';
import { chooseElsewhere } from './fixes/listening';
import { shutBetween } from './fixes/routing';
import { quietenWorn } from './fixes/worn';
import { capital } from './meant';

/** What a call plays comes back into what it sends: its far end hears itself, late. */
const byCalls: Check = (solved) => {
  const { rig, heard, find } = solved;
  return rig.apps
    .filter(({ kind }) => hasFarEnd(kind))
    .flatMap((app): Found[] => {
      const echoes = farEndsOf(rig, app).flatMap(({ id, name, networkMs }) => {
        const back = echoOf(find, heard, app.id, id);
        const source = heard.graph.sources.find(({ node }) => node === back?.source);
        return back && source ? [{ name, networkMs, back, lossDb: source.level - back.level }] : [];
      });
      if (echoes.length === 0) return [];
      // Whoever is furthest away is worst off: what is there for one is there for all.
      const { back, lossDb, networkMs } = maxBy(echoes, ({ back }) => back.lateMs)!;
      const wantedDb = leastEchoLossDb(back.lateMs / 2);
      const names = echoes.map(({ name }) => inSentence(name));
      const computer = find.nameOf(app.computer);
      const input = find.streamsOf(app.input, app.computer, 'input')[0];
      return [
        finding({
          code: 'caller-echo',
          severity: 'fault',
          title: `${capital(listed(names))} ${names.length > 1 ? 'hear themselves' : 'hears itself'} ${figureText(back.lateMs, 0)} ms late`,
          why: `What ${app.name} on ${computer} plays comes back into what it sends, ${figureText(lossDb, 0)} dB weaker than it came; ${figureText(2 * networkMs, 0)} ms of that are the network, there and back. Nobody can speak against their own late voice. Send the call everything but itself.`,
          places: [{ device: app.computer }, ...(input ? [{ device: input.device }] : [])],
          about: [{ device: app.computer, control: app.id }],
          figures: [
            {
              label: 'Late by',
              value: back.lateMs,
              unit: 'ms',
              from: 'delays along its way, network included',
            },
            {
              label: 'Network, there and back',
              value: 2 * networkMs,
              unit: 'ms',
              from: 'what is said of the far end; 100 ms one way where nothing is (common practice)',
            },
            {
              label: 'Weaker than it came',
              value: lossDb,
              unit: 'dB',
              from: 'arrival of the call at itself',
            },
            {
              label: 'Would have to be weaker by',
              value: wantedDb,
              unit: 'dB',
              from: 'ITU-T G.131 for a voice that late, less 10 dB for both sets (from memory)',
            },
          ],
          propose: () => [
            // A little more than it lacks: what is not quite enough is no fix.
            ...quietenWorn(solved, wayOf(heard, back), wantedDb - lossDb + 1),
            ...shutBetween(solved, back.source, back.sink),
            ...chooseElsewhere(solved, app, 'input'),
            // What comes back is best not sent at all: taking it out again is the last resort.
            ...(app.processing?.echo ? [] : [asFix(setProcessing(rig, app, 'echo', true))]),
          ],
        }),
      ];
    });
};

/** What comes from a telephone line goes back to it. */
const byLines: Check = (solved) =>
  cellsOf(solved)
    .filter(({ speaker, post, feed }) => post.kind === 'line' && isOwnPost(speaker.ref, post) && feed.arrival)
    .map(({ speaker, post, feed }): Found => {
      const { heard, find } = solved;
      const back = feed.arrival!;
      const [device = ''] = post.devices;
      const source = heard.graph.sources.find(({ node }) => node === back.source)!;
      const lossDb = source.level - back.level;
      return finding({
        code: 'caller-echo',
        severity: 'fault',
        title: `${speaker.name} hears itself ${figureText(back.lateMs, 0)} ms late`,
        why: `What comes from the line goes back to it, ${figureText(lossDb, 0)} dB weaker than it came, there and back through the network. Nobody can speak against their own late voice. Send ${find.nameOf(device)} everything but itself: take its channel out of the mix that goes there.`,
        places: [{ device }],
        about: [{ device }],
        figures: [
          {
            label: 'Late by',
            value: back.lateMs,
            unit: 'ms',
            from: 'the desk, and the network there and back; 100 ms one way where nothing is said (common practice)',
          },
          { label: 'Weaker than it came', value: lossDb, unit: 'dB', from: 'arrival of the line at itself' },
          {
            label: 'Would have to be weaker by',
            value: leastEchoLossDb(back.lateMs / 2),
            unit: 'dB',
            from: 'ITU-T G.131 for a voice that late, less 10 dB for both sets (from memory)',
          },
        ],
        propose: () => shutBetween(solved, back.source, back.sink),
      });
    });

/** What comes from elsewhere, by a call or a telephone line, goes back there. */
export const callerEcho: Check = (solved) => [...byCalls(solved), ...byLines(solved)];
