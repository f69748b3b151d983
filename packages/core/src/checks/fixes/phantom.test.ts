import { after, leadText, people, rigOf, seat, type Rows } from '../../rig/testing';
import type { Rig } from '../../rig';
import {
  insertPhantomSupply,
  insertPluginAdapter,
  mendOutputLead,
  moveToFedInput,
  moveToPluginPower,
  swapForDynamic,
} from './phantom';

const leadOf = (rig: Rig) => leadText(rig.leads.find(({ id }) => id === 'run')!);
const settings = (rig: Rig, id: string) => rig.devices.find((device) => device.id === id)!.settings;

/** A microphone on a lead into something, and what else stands there. */
const at = (mic: string, to: string, kind: string, devices: Rows['devices'], leads: Rows['leads'] = []) =>
  rigOf({
    devices: [{ id: 'mic', model: mic, place: 'Table' }, ...devices],
    leads: [{ id: 'run', kind, ends: ['mic.out', to], lengthM: 5 }, ...leads],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.1)],
  });
const CAMERA = { id: 'camera', model: 'camera', name: 'Camera' };
const BOX = { id: 'box', model: 'interface-2', name: 'Box' };

describe('an input that can feed it', () => {
  const unfed = at('mic-condenser-large', 'camera.mic', 'xlr-mini', [CAMERA, BOX]);

  it('the first that is free, the lead as long as it was, phantom switched on', () => {
    const [fix, ...more] = moveToFedInput(unfed, 'mic');
    expect(more).toEqual([]);
    expect(fix!.label).toBe('Plug it into Box, Input 1, and switch phantom on there');
    const then = after(unfed, fix!.edit);
    expect(leadOf(then)).toBe('xlr 5 m, mic.out – box.in1');
    expect(settings(then, 'box')).toMatchObject({ phantom1: true });
  });

  it('the next where that is taken, none where all are', () => {
    const others = (count: number) =>
      at(
        'mic-condenser-large',
        'camera.mic',
        'xlr-mini',
        [CAMERA, BOX, ...[1, 2].map((n) => ({ id: `m${n}`, model: 'mic-dynamic-hand' }))],
        Array.from({ length: count }, (_, n) => ({
          id: `l${n}`,
          kind: 'xlr',
          ends: [`m${n + 1}.out`, `box.in${n + 1}`] as [string, string],
        })),
      );
    expect(moveToFedInput(others(1), 'mic')[0]!.label).toContain('Box, Input 2');
    expect(moveToFedInput(others(2), 'mic')).toEqual([]);
  });

  it('nothing for what is not plugged in', () => {
    expect(moveToFedInput({ ...unfed, leads: [] }, 'mic')).toEqual([]);
  });

  it('plug-in power for a small capsule, where a socket has it', () => {
    const lapel = at('mic-lavalier', 'box.in1', 'mini-xlr', [BOX, CAMERA]);
    const [fix] = moveToPluginPower(lapel, 'mic');
    expect(fix!.label).toMatch(/^Plug it into Camera, .+, and use its plug-in power$/);
    expect(leadOf(after(lapel, fix!.edit))).toMatch(/camera\.mic|mic\.out/);
    expect(moveToPluginPower(at('mic-lavalier', 'box.in1', 'mini-xlr', [BOX]), 'mic')).toEqual([]);
  });
});

describe('a microphone that needs no supply', () => {
  const rig = at('mic-condenser-large', 'box.in1', 'xlr', [BOX]);

  it('in its place, on its lead, before the same mouth', () => {
    const [fix] = swapForDynamic(rig, 'mic');
    const then = after(rig, fix!.edit);
    const { model, place } = then.devices[0]!;
    expect(fix!.label).toMatch(/^Use an? .+ here instead$/);
    expect([place, leadOf(then)]).toEqual(['Table', leadOf(rig)]);
    expect(then.placements).toEqual(rig.placements);
    const known = then.models.find(({ id }) => id === model)!;
    expect(known.elements.some(({ kind }) => kind === 'load')).toBe(false);
  });

  it('capsules somebody else is heard by at another microphone are no matter', () => {
    const stereo = {
      ...rig,
      placements: [
        ...rig.placements,
        { ...rig.placements[0]!, id: 'other', device: 'other', capsule: 'left' },
      ],
    };
    expect(swapForDynamic(stereo, 'mic').map(({ label }) => label)).toEqual(
      swapForDynamic(rig, 'mic').map(({ label }) => label),
    );
    const own = { ...rig, placements: [{ ...rig.placements[0]!, capsule: 'left' }] };
    expect(swapForDynamic(own, 'mic')).toEqual([]);
  });

  it('none that its lead does not go into, and none for a device that is not there', () => {
    expect(swapForDynamic(at('mic-lavalier', 'camera.mic', 'mini', [CAMERA]), 'mic')).toEqual([]);
    expect(swapForDynamic(rig, 'ghost')).toEqual([]);
  });
});

describe('the lead in its output', () => {
  it('an unbroken one in place of a broken one', () => {
    const whole = at('mic-dynamic-hand', 'box.in1', 'xlr', [BOX]);
    const broken = { ...whole, leads: [{ ...whole.leads[0]!, broken: ['hot'] }] };
    const [fix] = mendOutputLead(broken, 'mic');
    expect(fix!.label).toBe('Use an unbroken lead');
    expect(after(broken, fix!.edit).leads[0]!.broken).toEqual([]);
    expect(mendOutputLead(whole, 'mic').map(({ label }) => label)).not.toContain('Use an unbroken lead');
    expect(mendOutputLead(whole, 'box')).toEqual([]);
  });
});

describe('something in between that feeds it', () => {
  it('a supply in front of an input that has none', () => {
    const rig = at('mic-condenser-large', 'mixer.in1', 'xlr', [{ id: 'mixer', model: 'mixer-4' }]);
    const fixes = insertPhantomSupply(rig, 'mic');
    expect(fixes.length).toBeGreaterThan(0);
    for (const fix of fixes) expect(after(rig, fix.edit).devices).toHaveLength(3);
    expect(insertPhantomSupply({ ...rig, leads: [] }, 'mic')).toEqual([]);
  });

  it('an adapter that makes plug-in power of phantom, and phantom on', () => {
    const rig = at('mic-lavalier', 'box.in1', 'mini-xlr', [BOX]);
    const [fix] = insertPluginAdapter(rig, 'mic');
    const then = after(rig, fix!.edit);
    expect(settings(then, 'box')).toMatchObject({ phantom1: true });
    expect(then.devices).toHaveLength(3);
  });

  it('none for what is not plugged in', () => {
    const rig = at('mic-lavalier', 'box.in1', 'mini-xlr', [BOX]);
    expect(insertPluginAdapter({ ...rig, leads: [] }, 'mic')).toEqual([]);
  });
});
