import { isRecorder } from '../rig';
import type { Solved } from '../checks';
import { computerPage, type ComputerPage } from './computer-page';

/** Channel map and tracks of every recorder, to take to another machine or to pin up beside it: one row for each channel. */
export interface TrackSheetRow {
  computer: string;
  program: string;
  /** What it listens to. */
  input: string;
  channel: string;
  /** "Mixer, USB input 2". */
  socket: string;
  who: string;
  track: string;
  armed: string;
  monitored: string;
}

export const TRACK_SHEET_HEADINGS: Record<keyof TrackSheetRow, string> = {
  computer: 'Computer',
  program: 'Program',
  input: 'Listens to',
  channel: 'Channel',
  socket: 'Socket',
  who: 'Who is on it',
  track: 'Track',
  armed: 'Armed',
  monitored: 'Monitored',
};

const yesOrNo = (is: boolean): string => (is ? 'yes' : 'no');

const rowsOf = (solved: Solved, page: ComputerPage): TrackSheetRow[] =>
  page.apps
    .filter(({ kind }) => isRecorder(kind))
    .flatMap((app) => {
      const armed = (track: string) =>
        solved.find.app(app.id)?.tracks.find(({ id }) => id === track)?.isArmed !== false;
      const common = { computer: page.name, program: app.name, input: app.hears ?? '' };
      return app.channels.flatMap(({ channel, socket, who = '' }): TrackSheetRow[] => {
        const place = { ...common, channel: String(channel), socket, who };
        const tracks = app.tracks.filter((track) => track.channel === channel);
        // A channel that no track takes is on the map all the same.
        return tracks.length === 0
          ? [{ ...place, track: '', armed: '', monitored: '' }]
          : tracks.map(({ id, name, isMonitored }) => ({
              ...place,
              track: name,
              armed: yesOrNo(armed(id)),
              monitored: yesOrNo(isMonitored),
            }));
      });
    });

/** Every channel that a recorder of the rig listens to, computer by computer. */
export const trackSheet = (solved: Solved): TrackSheetRow[] =>
  solved.rig.devices
    .filter(({ id }) => solved.find.modelOf(id)?.kind === 'computer')
    .flatMap(({ id }) => rowsOf(solved, computerPage(solved, id)));
