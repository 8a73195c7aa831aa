import type { HolidayDto } from '@cifra/contract';
import { addDays } from '@cifra/core';
import ICAL from 'ical.js';

const MOST = 80;
const LONGEST_NAME = 80;

function readCalendar(text: string): ICAL.Component | undefined {
  try {
    const calendar = new ICAL.Component(ICAL.parse(text) as ConstructorParameters<typeof ICAL.Component>[0]);
    return calendar.name === 'vcalendar' ? calendar : undefined;
  } catch {
    // Whatever is wrong inside, it is no calendar.
    return undefined;
  }
}

/**
 * Days off from a calendar file (iCalendar, RFC 5545): every event that lasts whole days, its last day counted.
 * @returns undefined where the file is no calendar
 */
export function readHolidays(text: string): HolidayDto[] | undefined {
  return readCalendar(text)
    ?.getAllSubcomponents('vevent')
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
