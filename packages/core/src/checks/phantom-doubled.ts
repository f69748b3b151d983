import { portOfElement } from '../catalogue';
import type { FeedReading } from '../circuit';
import { leadRun, leadsAt, socketsIn, type Lead } from '../rig';
import { finding, type Check, type Found, type Solved } from './finding';
import { feedNamed, switchFeed, type FeedRef } from './fixes/feeds';

/** Two supplies that are joined stand on one voltage: nearer than this they are, volts. */
const JOINED_V = 1e-3;

interface Fed {
  reading: FeedReading;
  feed: FeedRef;
  port: string;
  run: Lead[];
}

const fedPorts = (solved: Solved): Fed[] =>
  solved.circuit.feeds.flatMap((reading): Fed[] => {
    const feed = reading.on ? feedNamed(solved, reading) : undefined;
    const port = portOfElement(solved.find.element(reading.device, reading.element));
    const lead = solved.find.inPort(reading.device, port)?.lead;
    return feed && lead ? [{ reading, feed, port, run: leadRun(solved.rig, lead) }] : [];
  });

const areJoined = (one: Fed, other: Fed): boolean =>
  (one.reading.device !== other.reading.device || one.port !== other.port) &&
  one.run.some(({ id }) => other.run.some((lead) => lead.id === id)) &&
  one.reading.legs.some(({ volts }, leg) => {
    const there = other.reading.legs[leg];
    return there !== undefined && Math.abs(volts - there.volts) < JOINED_V;
  });

/** Two inputs that share one lead both send phantom into it: whoever hangs there gets both, and each pushes into the other. */
export const phantomDoubled: Check = (solved) => {
  const { find, rig } = solved;
  const all = fedPorts(solved);
  return all.flatMap((one, at): Found[] =>
    all
      .slice(at + 1)
      .filter((other) => areJoined(one, other))
      .map((other) => {
        const name = ({ reading, port }: Fed) =>
          `${find.portName(reading.device, port)} of ${find.nameOf(reading.device)}`;
        const fedDevices = socketsIn(one.run)
          .map(({ device }) => device)
          .filter((device) => device !== one.reading.device && device !== other.reading.device);
        return finding({
          code: 'phantom-doubled',
          severity: 'caution',
          title: `${name(one)} and ${name(other)} both feed one lead`,
          why: `Both send their supply for microphones into it. What is split by a lead gets both, and what they differ by runs from one desk into the other. One supply is enough: switch the other off. A splitter with a transformer keeps them apart.`,
          places: [
            { device: one.reading.device, port: one.port },
            { device: other.reading.device, port: other.port },
            ...fedDevices.map((device) => ({ device })),
            ...leadsAt(rig, one.reading.device)
              .filter(({ id }) => one.run.some((lead) => lead.id === id))
              .map(({ id }) => ({ lead: id })),
          ],
          figures: [one, other].map((fed) => ({
            label: `From ${name(fed)}`,
            value: Math.max(...fed.reading.legs.map(({ milliamps }) => milliamps)),
            unit: 'mA',
            from: 'solved circuit, DC, into one leg',
          })),
          propose: () => [other, one].flatMap(({ feed }) => switchFeed(rig, feed, false)),
        });
      }),
  );
};
