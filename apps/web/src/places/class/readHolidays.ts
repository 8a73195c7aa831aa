import type { HolidayDto } from '@cifra/contract';
import { addDays } from '@cifra/core';
import ICAL from 'ical.js';

const MOST = 80;
const LONGEST_NAME = 80;

/**
 * Days off from a calendar file (iCalendar, RFC 5545): every event that lasts whole days, its last day counted.
 * @throws Error where the file is no calendar
 */
export function readHolidays(text: string): HolidayDto[] {
  const calendar = new ICAL.Component(ICAL.parse(text) as ConstructorParameters<typeof ICAL.Component>[0]);
  if (calendar.name !== 'vcalendar') throw new Error('no calendar');
  return calendar
    .getAllSubcomponents('vevent')
    .flatMap((c): HolidayDto[] => {
      const event = new ICAL.Event(c);
      if (!event.startDate.isDate) return [];
      const from = event.startDate.toString().slice(0, 10);
      // The end of a whole day is the next morning.
      const after = event.endDate.toString().slice(0, 10);
      const to = after > from ? addDays(after, -1) : from;
      return [{ from, to, name: (event.summary ?? '').trim().slice(0, LONGEST_NAME) || 'a day off' }];
    })
    .sort((a, b) => (a.from < b.from ? -1 : 1))
    .slice(0, MOST);
}
