import { joinedDesk } from '../checks/joined.testing';
import { lookup, type App, type Device, type Rig } from '../rig';
import { after, recorder, rigOf, type AppRow } from '../rig/testing';
import { appChannels, channelsOf, channelsOn, obstaclesTo, obstacleTo, takerOf } from './channels';
import { channelsKnown, isStale, startAgain, streamsNow } from './opened';
import { usbTree } from './usb-links';

/** Recorders on an interface of two channels, and on one of four. */
const rigWith = (...apps: Partial<AppRow>[]): Rig =>
  rigOf({
    devices: [
      { id: 'two', model: 'interface-2' },
      { id: 'four', model: 'interface-4' },
      { id: 'far', model: 'interface-2' },
      {
        id: 'pc',
        model: 'desktop',
        apps: apps.map((app, at) => ({ ...recorder('two'), id: `app${at}`, ...app })),
      },
    ],
    leads: [
      { kind: 'usb-a-c', ends: ['pc.usb1', 'two.usb'], lengthM: 1 },
      { kind: 'usb-a-b', ends: ['pc.usb2', 'four.usb'], lengthM: 1 },
    ],
  });
const changed = (rig: Rig, id: string, change: Partial<Device>): Rig => ({
  ...rig,
  devices: rig.devices.map((one) => (one.id === id ? { ...one, ...change } : one)),
});
const asked = (rig: Rig) => {
  const find = lookup(rig);
  return {
    find,
    usb: usbTree(find),
    app: (at: number) => find.rig.apps.find(({ id }) => id === `app${at}`)!,
  };
};
const stream = (device: string, id = 'usb-in') => ({ device, stream: id });
const GIVES_TO_ONE = { system: { kind: 'gives each device to one program' } } as const;

describe('the channels of what a program has chosen', () => {
  it('each counted from 1, as the stream has them', () => {
    const { find, usb, app } = asked(rigWith({}));
    const { channels } = find.stream('two', 'usb-in')!;
    expect(channelsOn(find, usb, app(0), 'input')).toEqual(
      channels.map((point, at) => ({ channel: at + 1, device: 'two', stream: 'usb-in', point })),
    );
    expect(channelsOf(find, usb, app(0), 'input', stream('two'))).toEqual(
      channels.map((point) => `two:${point}`),
    );
    expect(channelsOn(find, usb, app(0), 'output')).toEqual([]);
  });

  it.each([
    ['one that is not plugged in', 'not there', stream('far'), {}],
    ['one nobody knows', 'not there', stream('two', 'none'), {}],
    ['one without its driver', 'no driver', stream('four'), { lacksDriver: true }],
    ['one that plays', 'other way', stream('two', 'usb-out'), {}],
    ['one that is there', undefined, stream('two'), {}],
    ['one with its driver', undefined, stream('four'), {}],
  ] as const)('%s: %s', (_what, obstacle, choice, change) => {
    const { find, usb, app } = asked(changed(changed(rigWith({}), 'pc', GIVES_TO_ONE), 'four', change));
    expect(obstacleTo(find, usb, app(0), 'input', choice)).toBe(obstacle);
    expect(obstaclesTo(find, usb, app(0), 'input', choice)).toEqual(
      obstacle ? [{ ...choice, obstacle }] : [],
    );
    expect(appChannels(find, usb, app(0), 'input', choice).length > 0).toBe(obstacle === undefined);
  });

  it('one that plays is there for what plays', () => {
    const { find, usb, app } = asked(rigWith({}));
    expect(obstacleTo(find, usb, app(0), 'output', stream('two', 'usb-out'))).toBeUndefined();
    expect(obstacleTo(find, usb, app(0), 'output', stream('two'))).toBe('other way');
  });
});

describe('a device that one program has for itself', () => {
  const both = [{ input: stream('two') }, { input: stream('two') }];

  it('where the computer gives it to one: the first of those that use it; where all share it nobody', () => {
    const taker = (rig: Rig, device: string) => takerOf(lookup(rig), 'pc', device)?.id;
    const four = rigWith({ input: stream('two') }, { input: stream('four') }, { input: stream('four') });
    expect(taker(changed(four, 'pc', GIVES_TO_ONE), 'four')).toBe('app1');
    expect(taker(four, 'four')).toBeUndefined();
    // Two channels are few enough that it needs no driver, so it is shared.
    expect(taker(changed(four, 'pc', GIVES_TO_ONE), 'two')).toBeUndefined();
    expect(
      taker(changed(rigWith({ input: null, output: stream('four', 'usb-out') }), 'pc', GIVES_TO_ONE), 'four'),
    ).toBe('app0');
  });

  it('one that takes its devices takes them from all others, not from itself nor from who only asks', () => {
    const { find, usb, app } = asked(rigWith(both[0]!, { ...both[1], takesDevices: true }));
    expect(takerOf(find, 'pc', 'two')?.id).toBe('app1');
    expect(obstacleTo(find, usb, app(0), 'input', stream('two'))).toBe('taken');
    expect(obstacleTo(find, usb, app(1), 'input', stream('two'))).toBeUndefined();
    expect(obstacleTo(find, usb, { computer: 'pc' }, 'input', stream('two'))).toBeUndefined();
    expect(channelsOn(find, usb, app(0), 'input')).toEqual([]);
    expect(channelsOn(find, usb, app(1), 'input')).not.toEqual([]);
  });

  it('nobody takes what nobody uses', () => {
    const { find } = asked(rigWith({ ...both[0], takesDevices: true }));
    expect(takerOf(find, 'pc', 'four')).toBeUndefined();
    expect(takerOf(find, 'elsewhere', 'two')).toBeUndefined();
  });
});

describe('several joined into one', () => {
  const joined = (rig: Rig) => {
    const find = lookup(rig);
    const [app] = rig.apps;
    return { find, usb: usbTree(find), app: app! };
  };

  it('their channels one after the other, in the order they were joined', () => {
    const { find, usb, app } = joined(joinedDesk(['interface-2', 'mic-usb']));
    const all = channelsOn(find, usb, app, 'input');
    expect(all.map(({ channel }) => channel)).toEqual(all.map((_, at) => at + 1));
    const first = find.stream('d0', 'usb-in')!.channels.length;
    expect(all.findIndex(({ device }) => device === 'd1')).toBe(first);
    expect(all.length).toBeGreaterThan(first);
  });

  it('one that is kept from the program takes all down with it', () => {
    const rig = joinedDesk(['interface-2', 'mic-usb']);
    const gone = { ...rig, leads: rig.leads.filter(({ ends }) => !JSON.stringify(ends).includes('"d1"')) };
    const { find, usb, app } = joined(gone);
    expect(obstaclesTo(find, usb, app, 'input', app.input)).toEqual([
      { ...stream('d1'), obstacle: 'not there' },
    ]);
    expect(channelsOn(find, usb, app, 'input')).toEqual([]);
  });

  it('none where the computer cannot join; one alone needs no joining', () => {
    const cannot = { system: { kind: 'joins inputs by a helper program', lacksHelper: true } } as const;
    for (const [models, count] of [
      [['interface-2', 'mic-usb'], 0],
      [['mic-usb'], 1],
    ] as const) {
      const { find, usb, app } = joined(changed(joinedDesk(models), 'pc', cannot));
      expect(channelsOn(find, usb, app, 'input').length > 0).toBe(count > 0);
    }
  });
});

describe('a program that does not notice changes', () => {
  const start = (rig: Rig): Rig => {
    const { find, usb, app } = asked(rig);
    return after(rig, startAgain(find, usb, app(0)));
  };
  const choose = (rig: Rig, change: Partial<App>): Rig => ({
    ...rig,
    apps: rig.apps.map((app) => ({ ...app, ...change })),
  });
  const known = (rig: Rig) => {
    const { find, usb, app } = asked(rig);
    return [isStale(find, usb, app(0)), channelsKnown(find, usb, app(0)).length];
  };

  it('goes on with what it saw: never more channels than there were', () => {
    const started = start(rigWith({}));
    expect(started.apps[0]).toMatchObject({
      restarts: true,
      openedWith: [{ device: 'two', stream: 'usb-in', channels: 2 }],
    });
    expect(known(started)).toEqual([false, 2]);
    const four = choose(started, { input: stream('four') });
    expect(lookup(four).stream('four', 'usb-in')!.channels.length).toBeGreaterThan(2);
    expect(known(four)).toEqual([true, 2]);
    expect(known(start(four))).toEqual([false, lookup(four).stream('four', 'usb-in')!.channels.length]);
    expect(known(choose(started, { input: null }))).toEqual([true, 0]);
  });

  it.each([
    ['another device', { device: 'four', stream: 'usb-in', channels: 2 }],
    ['another stream', { device: 'two', stream: 'other', channels: 2 }],
    ['another number of channels', { device: 'two', stream: 'usb-in', channels: 1 }],
  ])('%s is another than it saw', (_what, then) =>
    expect(known(choose(start(rigWith({})), { openedWith: [then] }))[0]).toBe(true),
  );

  it('one that notices, or was never said to be started, is up to date', () => {
    const four = choose(start(rigWith({})), { input: stream('four') });
    const all = lookup(four).stream('four', 'usb-in')!.channels.length;
    expect(known(choose(four, { restarts: false }))).toEqual([false, all]);
    const { openedWith: _then, ...never } = four.apps[0]!;
    expect(known({ ...four, apps: [never] })).toEqual([false, all]);
  });

  it('streams one after the other are told apart, channels of one go together', () => {
    const rig = joinedDesk(['interface-2', 'mic-usb-stereo']);
    const find = lookup(rig);
    expect(streamsNow(find, usbTree(find), rig.apps[0]!)).toEqual([
      { device: 'd0', stream: 'usb-in', channels: find.stream('d0', 'usb-in')!.channels.length },
      { device: 'd1', stream: 'usb-in', channels: find.stream('d1', 'usb-in')!.channels.length },
    ]);
  });

  it('is started again by a click that says so', () => {
    const { find, usb, app } = asked(rigWith({}));
    expect(startAgain(find, usb, app(0)).label).toBe(`Start ${app(0).name} again`);
  });
});
