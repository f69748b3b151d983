import { putApp, type App, type Rig } from '../rig';
import { after } from '../rig/testing';
import { joinedDesk } from './joined.testing';

/** Programs and the entries of a computer they choose. For tests. */

/** One of the programs of a rig, set otherwise. @param at which of them, from 0 */
export const withApp = (rig: Rig, change: Partial<App>, at = 0): Rig =>
  after(rig, (now) => putApp(now, { ...now.apps[at]!, ...change }));

/** One device alone, recorded by itself and played into. */
export const alone = (model: string): Rig =>
  withApp(
    { ...joinedDesk([model]), joinedInputs: [] },
    { input: { device: 'd0', stream: 'usb-in' }, output: { device: 'd0', stream: 'usb-out' } },
  );

/** The same with another recorder on the same device, behind the first. */
export const shared = (rig: Rig): Rig => ({
  ...rig,
  apps: [...rig.apps, { ...rig.apps[0]!, id: 'spare', name: 'Spare recorder' }],
});
