import { controlsOf } from '../catalogue';
import { changeLead, putApp, removeLead, setControl, type Rig } from '../rig';
import { after } from '../rig/testing';

/** Every way to spoil a desk in one place. For tests. */
export const spoilings = (rig: Rig): [what: string, spoiled: Rig][] => [
  ...rig.leads.map(({ id }): [string, Rig] => [`without lead ${id}`, after(rig, removeLead(rig, id))]),
  ...rig.leads.map(({ id, kind }): [string, Rig] => {
    const broken = rig.leadKinds.find((one) => one.id === kind)!.conductors.map(({ name }) => name);
    return [`every wire of ${id} broken`, after(rig, changeLead(rig, id, { broken }))];
  }),
  ...rig.apps.flatMap((app): [string, Rig][] => [
    [`${app.name} listens to nothing`, after(rig, putApp(rig, { ...app, input: null }))],
    ...app.tracks.map((track): [string, Rig] => {
      const tracks = app.tracks.map((one) => (one.id === track.id ? { ...one, channel: 60 } : one));
      return [`${track.name} takes channel 60`, after(rig, putApp(rig, { ...app, tracks }))];
    }),
  ]),
  ...rig.devices.flatMap((device): [string, Rig][] => {
    const model = rig.models.find(({ id }) => id === device.model)!;
    // A desk that keeps a voice back: muted, faders down, sends shut, another source chosen.
    return ['mute', 'fader', 'takes', 'goes'].flatMap((what) =>
      controlsOf(model)
        .filter(({ id }) => new RegExp(`^strip\\.(ch1|ch2)\\.${what}$`).test(id))
        .map((control): [string, Rig] => {
          const value =
            control.kind === 'switch' ? true : control.kind === 'choice' ? control.options.at(-1)! : 'off';
          return [
            `${control.label} of ${device.id} ${String(value)}`,
            after(rig, setControl(rig, device.id, control.id, value)),
          ];
        }),
    );
  }),
  ...rig.devices.flatMap((device): [string, Rig][] =>
    Object.entries(device.settings)
      .filter(([id, value]) => /^phantom/.test(id) && (value === true || value === 'P48'))
      .map(([id, value]) => [
        `${id} of ${device.id} off`,
        after(rig, setControl(rig, device.id, id, value === true ? false : 'off')),
      ]),
  ),
];
