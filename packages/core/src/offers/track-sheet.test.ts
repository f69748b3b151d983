import { sheetCsv } from '../formats';
import { withArmed, putApp } from '../rig';
import { after } from '../rig/testing';
import { joinedDesk } from '../checks/joined.testing';
import { solve } from './solve-rig';
import { trackSheet, TRACK_SHEET_HEADINGS } from './track-sheet';

/** A stereo microphone first: the next begins at 3 (common practice, no published source). */
const RIG = joinedDesk(['mic-usb-stereo', 'mic-usb']);

describe('a track sheet', () => {
  it('has a row for each channel: its socket, who is on it, the track that keeps it', () => {
    const rows = trackSheet(solve(RIG));
    expect(rows.map(({ channel, track, armed }) => [channel, track, armed])).toEqual([
      ['1', 'Track 1', 'yes'],
      ['2', 'Track 2', 'yes'],
      ['3', 'Track 3', 'yes'],
    ]);
    expect(rows[2]).toMatchObject({
      computer: 'Computer',
      program: 'Recorder',
      input: 'All of them',
      who: 'B',
    });
  });

  it('a channel that no track takes is on it; a track that is not armed says so', () => {
    const [app] = RIG.apps;
    const bare = {
      ...withArmed(app!, ['t1'], false),
      tracks: withArmed(app!, ['t1'], false).tracks.slice(0, 2),
    };
    const rows = trackSheet(solve(after(RIG, (now) => putApp(now, bare))));
    expect(rows.map(({ channel, track, armed }) => [channel, track, armed])).toEqual([
      ['1', 'Track 1', 'no'],
      ['2', 'Track 2', 'yes'],
      ['3', '', ''],
    ]);
  });

  it('as CSV one heading and a line for each row (RFC 4180)', () => {
    const lines = sheetCsv(TRACK_SHEET_HEADINGS, trackSheet(solve(RIG)))
      .split('\r\n')
      .filter(Boolean);
    expect(lines).toHaveLength(4);
    expect(lines[0]).toBe('Computer,Program,Listens to,Channel,Socket,Who is on it,Track,Armed,Monitored');
  });
});
