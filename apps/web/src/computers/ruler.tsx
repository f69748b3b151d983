import type { ChannelMark, JoinedMemberRow } from '@diaphon/core';

interface RulerProps {
  name: string;
  members: readonly Pick<JoinedMemberRow, 'label' | 'channels' | 'isPlugged'>[];
  marks: readonly ChannelMark[];
}

/** The channel numbers of a joined input, drawn as a chart's scale: a length for each member, a mark for each channel. */
export const Ruler = ({ name, members, marks }: RulerProps) => {
  let from = 0;
  return (
    <div className="overflow-x-auto" role="region" aria-label={`Channels of ${name}`} tabIndex={0}>
      <table className="w-full border-collapse text-[12.5px]">
        <thead>
          <tr aria-hidden>
            {members.map(({ label, channels, isPlugged }, at) => {
              from += channels;
              return (
                <th
                  key={`${label} ${from}`}
                  colSpan={channels}
                  className={`h-2 border border-ink p-0 ${!isPlugged ? 'bg-fault' : at % 2 === 0 ? 'bg-ink' : 'bg-paper'}`}
                />
              );
            })}
          </tr>
          <tr>
            {marks.map(({ channel, socket }) => (
              <th
                key={channel}
                scope="col"
                title={socket}
                className="tabular min-w-[58px] border-l border-ink px-1 pt-0.5 text-left font-bold"
              >
                {channel}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            {marks.map(({ channel, who }) => (
              <td key={channel} className="border-l border-ink px-1 align-top">
                {who ?? <span className="text-faint">nobody</span>}
              </td>
            ))}
          </tr>
          <tr>
            {marks.map(({ channel, tracks }) => (
              <td key={channel} className="border-l border-ink px-1 pb-1 align-top text-faint">
                {tracks.length > 0 ? tracks.join(', ') : 'no track'}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
};
