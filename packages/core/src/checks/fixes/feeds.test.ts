import { modelById, type Control, type FeedElement } from '../../catalogue';
import { feedSwitch } from './feeds';

/** What supplies are switched by, as models say it. */
const model = modelById('interface-2');
const feed = (more: Partial<FeedElement>): FeedElement => ({
  ...(modelById('camera').elements.find((one): one is FeedElement => one.kind === 'feed') as FeedElement),
  control: undefined,
  when: undefined,
  ...more,
});
const choice: Control = {
  ...{ id: 'supply', label: 'Supply', kind: 'choice', initial: 'phantom' },
  options: ['phantom', 'plug-in', 'off'],
};
const withFeeds = (...feeds: FeedElement[]) => ({
  ...model,
  controls: [...model.controls, choice],
  elements: [...model.elements.filter(({ kind }) => kind !== 'feed'), ...feeds],
});

it('always on: by nothing', () => expect(feedSwitch(model, feed({}))).toBeUndefined());

it('a switch of its own, or one that has to stand so', () => {
  expect(feedSwitch(model, feed({ control: 'phantom1' }))).toEqual({
    control: 'phantom1',
    on: true,
    off: false,
  });
  expect(feedSwitch(model, feed({ when: { control: 'line1', is: false } }))).toEqual({
    ...{ control: 'line1', on: false, off: true },
  });
});

it('a choice is off where no supply of the device asks for it', () => {
  const [phantom, small] = ['phantom', 'plug-in'].map((is) =>
    feed({ id: is, when: { control: 'supply', is } }),
  );
  expect(feedSwitch(withFeeds(phantom!, small!), phantom!)).toEqual({
    control: 'supply',
    on: 'phantom',
    off: 'off',
  });
  expect(feedSwitch(withFeeds(phantom!), phantom!)).toEqual({
    control: 'supply',
    on: 'phantom',
    off: 'plug-in',
  });
  const all = ['phantom', 'plug-in', 'off'].map((is) => feed({ id: is, when: { control: 'supply', is } }));
  expect(feedSwitch(withFeeds(...all), all[0]!)).toBeUndefined();
});
