import { makeEngineMemory, solve, tablePage, type Rig } from '@diaphon/core';
import { columns, figure } from './text';

/** A neighbour in a microphone, against whoever it is for: dB, below 0 is weaker. */
interface ReportedSpill {
  microphone: string;
  /** Who it is for. */
  owners: string[];
  neighbour: string;
  againstDb: number;
  /** The neighbour straight through the air, and by the room's answer, dB SPL. */
  straightDbSpl: number;
  roomDbSpl: number;
  /** Whoever it is for, dB SPL. */
  ownDbSpl: number;
  isTooLoud: boolean;
}

export interface SpillReport {
  report: 'diaphon-spill';
  version: 1;
  rig: string;
  /** How far under a neighbour should be, dB. */
  leastApartDb: number;
  spills: ReportedSpill[];
}

/** Who is heard in whose microphone; nothing where nobody's place is known. */
export const spillReport = (rig: Rig): SpillReport => {
  const { leastApartDb, rows } = tablePage(solve(rig, makeEngineMemory()));
  const nameOf = (id: string) => rig.people.find((one) => one.id === id)?.name ?? id;
  return {
    report: 'diaphon-spill',
    version: 1,
    rig: rig.name,
    leastApartDb,
    spills: rows.flatMap(({ name, owners, cells }) =>
      Object.entries(cells).map(([person, { againstDb, straightDb, roomDb, ownDb, isTooLoud }]) => ({
        microphone: name,
        owners: owners.map(nameOf),
        neighbour: nameOf(person),
        againstDb,
        straightDbSpl: straightDb,
        roomDbSpl: roomDb,
        ownDbSpl: ownDb,
        isTooLoud,
      })),
    ),
  };
};

const HEAD = ['microphone', 'neighbour', 'against, dB', 'own, dB SPL', 'straight', 'by the room', ''];

export const spillText = ({ rig, leastApartDb, spills }: SpillReport): string => {
  if (spills.length === 0) return `${rig}: nobody's place at the table is known, so nothing strays.\n`;
  const rows = spills.map((one) => [
    `${one.microphone} (${one.owners.join(', ')})`,
    one.neighbour,
    figure(one.againstDb),
    figure(one.ownDbSpl),
    figure(one.straightDbSpl),
    figure(one.roomDbSpl),
    one.isTooLoud ? 'too loud' : '',
  ]);
  return `${rig}: neighbours should be ${figure(leastApartDb)} dB under\n\n${columns([HEAD, ...rows])}\n`;
};
