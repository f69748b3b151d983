import { sittingsCalendar } from './to-calendar';

/** RFC 5545: lines end in CRLF, times in UTC end in Z, commas in text are escaped. */
it('sittings are events of RFC 5545', async () => {
  const text = await sittingsCalendar([
    {
      id: '11111111-2222-4333-8444-555555555555',
      rig: 'gallery',
      revision: 3,
      name: 'Gallery, upper floor',
      kind: 'set up',
      startedAt: '2026-12-02T17:00:00.000Z',
      lastAt: '2026-12-02T17:40:00.000Z',
      stepsMinutes: 38,
      signed: 12,
      measured: 2,
      incidents: 1,
      people: ['Ann', 'Ben'],
    },
  ]);
  const lines = text.split('\r\n');
  expect(lines[0]).toBe('BEGIN:VCALENDAR');
  for (const line of [
    'DTSTART:20261202T170000Z',
    'DTEND:20261202T174000Z',
    'SUMMARY:Gallery\\, upper floor: set up',
  ])
    expect(lines).toContain(line);
  expect(text.replace(/\r\n[ \t]/g, '')).toContain(
    'DESCRIPTION:Ann\\, Ben\\; 12 steps signed\\; 2 measured\\; 1 incident',
  );
});
