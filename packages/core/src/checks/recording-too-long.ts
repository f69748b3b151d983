import { recordingRoom } from '../host';
import { DEFAULT_SHOW_HOURS, recordingOf, setRecording, type App, type Recording } from '../rig';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { hoursText } from './hours-text';

/** The same recorder writing otherwise, where that is another way. */
const otherwise = ({ rig }: Solved, app: App, change: Partial<Recording>, label: string): Fix[] => {
  const now = recordingOf(app);
  const isOther = Object.entries(change).some(([key, value]) => now[key as keyof Recording] !== value);
  return isOther ? [{ label, edit: { ...setRecording(rig, app, change), label } }] : [];
};

/** What is said of files that end. */
const ENDS: Partial<Record<Recording['container'], string>> = {
  wav: 'A plain WAV file ends at 4 GiB',
  aiff: 'An AIFF file ends at 2 GiB',
};

/** A recording that is to go on longer than its file or its disk lasts. */
export const recordingTooLong: Check = (solved) => {
  const hours = solved.rig.assumptions.showHours ?? DEFAULT_SHOW_HOURS;
  return solved.rig.apps.flatMap((app): Found[] => {
    if (app.kind !== 'recorder' || app.tracks.length === 0) return [];
    const { bytesPerSecond, fileHours, roomHours = Infinity } = recordingRoom(app, solved.rig.assumptions);
    const lasts = Math.min(fileHours, roomHours);
    if (lasts >= hours) return [];
    const isFile = lasts === fileHours;
    const { bits, rateHz, container } = recordingOf(app);
    const gigabytesAnHour = (bytesPerSecond * 3600) / 1e9;
    const less: Fix[] = [
      ...(bits === 32 ? otherwise(solved, app, { bits: 24 }, `Let ${app.name} write 24 bits`) : []),
      // Stryker disable next-line EqualityOperator: to write what it writes is no way out, and not offered
      ...(rateHz > 48_000 ? otherwise(solved, app, { rateHz: 48_000 }, `Let ${app.name} write 48 kHz`) : []),
    ];
    return [
      finding({
        code: 'recording-too-long',
        severity: 'fault',
        title: `${app.name} ${isFile ? 'fills its file' : 'fills its disk'} after ${hoursText(lasts)}, and is to record ${hoursText(hours)}`,
        why: isFile
          ? `${ENDS[container] ?? 'Such a file ends'}: after that programs stop, or write what nobody can open. ${app.tracks.length} ${app.tracks.length === 1 ? 'track takes' : 'tracks take'} ${figureText(gigabytesAnHour)} GB an hour. Write files that count further, or one for each track.`
          : `${app.tracks.length} ${app.tracks.length === 1 ? 'track takes' : 'tracks take'} ${figureText(gigabytesAnHour)} GB an hour. Make room before the show: a disk that is full stops everything on its computer.`,
        places: [{ device: app.computer }],
        about: [{ device: app.computer, control: app.id }],
        figures: [
          { label: 'Lasts', value: lasts, unit: 'h', from: 'rate × bits × tracks' },
          { label: 'Is to last', value: hours, unit: 'h', from: 'length of the show, an assumption' },
          { label: 'An hour takes', value: gigabytesAnHour, unit: 'GB', from: 'rate × bits × tracks' },
        ],
        propose: () =>
          isFile
            ? [
                ...otherwise(
                  solved,
                  app,
                  { container: 'wav-64' },
                  `Let ${app.name} write WAV files without that end`,
                ),
                ...otherwise(
                  solved,
                  app,
                  { files: 'one for each track' },
                  `Let ${app.name} write a file for each track`,
                ),
                ...less,
              ]
            : [
                ...(container === 'lossy'
                  ? []
                  : otherwise(
                      solved,
                      app,
                      { container: 'flac' },
                      `Let ${app.name} write FLAC: packed, and nothing lost`,
                    )),
                ...less,
                ...otherwise(
                  solved,
                  app,
                  { roomGb: Math.ceil(gigabytesAnHour * hours * 1.1) },
                  `Free ${Math.ceil(gigabytesAnHour * hours * 1.1)} GB on its disk, or use another`,
                ),
              ],
      }),
    ];
  });
};
