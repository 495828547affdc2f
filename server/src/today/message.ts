import { TZDate } from '@date-fns/tz';
import type { Clock } from '@kurrel/contract';
import { format } from 'date-fns';

interface Late {
  readonly id: string;
  readonly at: Date;
  readonly salon: string;
  readonly clock: Clock;
  readonly owner: string;
  readonly dog: string;
  readonly readyAt: Date;
  readonly minutes: number;
}

/** “Later than we said”, as a standard message (RFC 5322, UTF-8, quoted by base64 where a header needs it). */
export function messageOf({ id, at, salon, clock, owner, dog, readyAt, minutes }: Late): {
  readonly subject: string;
  readonly text: string;
  readonly message: string;
} {
  const time = format(new TZDate(readyAt, clock.zone), clock.hours === 24 ? 'H:mm' : 'h:mm aaa');
  const subject = `${dog} will be ready about ${minutes} minutes later`;
  const text = `Hello${owner === '' ? '' : ` ${owner}`},\n\n${dog} will be ready at about ${time}. We would rather take the time than hurry.\n\n${salon}\n`;
  const headers = [
    `From: ${encoded(salon)} <salon@kurrel.invalid>`,
    `To: ${encoded(owner === '' ? `owner of ${dog}` : owner)} <owner@kurrel.invalid>`,
    `Subject: ${encoded(subject)}`,
    `Date: ${format(new TZDate(at, 'UTC'), 'EEE, d MMM yyyy HH:mm:ss')} +0000`,
    `Message-ID: <${id}@kurrel.invalid>`,
    'MIME-Version: 1.0',
    'Content-Type: text/plain; charset=utf-8',
    'Content-Transfer-Encoding: base64',
  ];
  const body = Buffer.from(text.replaceAll('\n', '\r\n')).toString('base64');
  const lines = body.match(/.{1,76}/g) ?? [];
  return { subject, text, message: `${headers.join('\r\n')}\r\n\r\n${lines.join('\r\n')}\r\n` };
}

/** A header's words: as they are where they are plain, else an RFC 2047 encoded word; nothing in it can end the header. */
function encoded(words: string): string {
  const safe = /^[\w .’'-]{1,60}$/.test(words) && /^[\x20-\x7e]+$/.test(words);
  return safe ? words : `=?utf-8?B?${Buffer.from(words.slice(0, 120)).toString('base64')}?=`;
}
