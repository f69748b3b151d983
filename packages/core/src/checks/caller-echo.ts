import { echoOf } from '../feeds';
import { finding, figureText, type Check, type Found } from './finding';
import { listenElsewhere } from './fixes/listening';
import { shutBetween } from './fixes/routing';

/** What a call plays comes back into what it sends: its far end hears itself, late. */
export const callerEcho: Check = (solved) => {
  const { rig, heard, find } = solved;
  return rig.apps
    .filter(({ kind }) => kind === 'call')
    .flatMap((app): Found[] => {
      const source = heard.graph.sources.find((one) => one.app === app.id);
      const back = echoOf(heard, app.id);
      if (!source || !back) return [];
      const computer = find.device(app.computer)?.name ?? app.computer;
      const input = find.streamsOf(app.input)[0];
      return [
        finding({
          code: 'caller-echo',
          severity: 'fault',
          title: `The far end of ${app.name} hears itself ${figureText(back.lateMs, 0)} ms late`,
          why: `What ${app.name} on ${computer} plays comes back into what it sends, ${figureText(source.level - back.level, 0)} dB weaker than it came; the network adds its own delay both ways. Nobody can speak against their own late voice. Send the call everything but itself.`,
          places: [{ device: app.computer }, ...(input ? [{ device: input.device }] : [])],
          about: [{ device: app.computer, control: app.id }],
          figures: [
            {
              label: 'Late by, inside this rig',
              value: back.lateMs,
              unit: 'ms',
              from: 'delays along its way',
            },
            {
              label: 'Weaker than it came',
              value: source.level - back.level,
              unit: 'dB',
              from: 'arrival of the call at itself; 55 dB is not noticed (ITU-T G.131, from memory)',
            },
          ],
          propose: () => [...shutBetween(solved, back.source, back.sink), ...listenElsewhere(solved, app)],
        }),
      ];
    });
};
