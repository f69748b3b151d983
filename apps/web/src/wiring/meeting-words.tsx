import { CANCELLED_DB, meetingLevelDb, type PinView } from '@diaphon/core';
import { quantity } from '../look/figures';

/** What becomes of a stereo programme whose two sides meet in one input. */
export const MeetingWords = ({
  view,
  likeness,
  balanceDb,
}: {
  view: PinView;
  likeness: number;
  balanceDb: number;
}) => (
  <ul className="space-y-1">
    {view.meetings.map((meeting) => {
      const level = meetingLevelDb(meeting.left, meeting.right, likeness, balanceDb);
      return (
        <li key={`${meeting.from} ${meeting.to}`}>
          Left and right of {meeting.from} meet in one input of {meeting.to}. A voice that is the same on both
          sides{' '}
          {meeting.speechDb < CANCELLED_DB ? (
            <b className="text-fault">cancels itself out</b>
          ) : (
            <b>arrives with {quantity(meeting.speechDb, 'dB')}</b>
          )}
          ; music keeps {quantity(meeting.musicDb, 'dB')}, two strangers {quantity(meeting.wideDb, 'dB')}. As
          alike as set here: <b>{level < CANCELLED_DB ? 'silence' : quantity(level, 'dB')}</b>.
        </li>
      );
    })}
  </ul>
);
