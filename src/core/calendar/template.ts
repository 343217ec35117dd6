import { InputError } from '../errors';

/** Kinds of reminders, and what each is about. */
export const REMINDER_KINDS = ['visit', 'recheck', 'overdue'] as const;
export type ReminderKind = (typeof REMINDER_KINDS)[number];

export const REMINDER_LABEL: Readonly<Record<ReminderKind, string>> = {
  visit: 'A visit is coming up',
  recheck: 'A recheck is due',
  overdue: 'A recheck is overdue',
};

/** Words that a template may put in. */
export const PLACEHOLDERS = ['name', 'car', 'plate', 'when', 'what', 'place'] as const;
export type Placeholder = (typeof PLACEHOLDERS)[number];

/** The text of a reminder where the shop wrote none: the first line is its subject. */
export const USUAL_TEMPLATE: Readonly<Record<ReminderKind, string>> = {
  visit:
    'Your {car} is expected: {when}\nDear {name},\n\nwe expect your {car} ({plate}) on {when}, {place}. Please bring the locking key and every wheel that it is to run on.\n',
  recheck:
    'Recheck of your {car}\nDear {name},\n\nthe wheels of your {car} ({plate}) were fitted here. Their fasteners are to be checked once more: {what}, {when}. It takes minutes; please call in. Until then drive as you were told.\n',
  overdue:
    'Recheck of your {car} is overdue\nDear {name},\n\nthe wheel fasteners of your {car} ({plate}) were to be checked again: {what}, {when}. A wheel that settles loosens its fasteners. Please come in before the next long drive, or call us.\n',
};

const LONGEST = 2000;

/**
 * Checks a template: a subject in its first line, a text after it, and no placeholder that nobody fills.
 * @throws InputError
 */
export function readTemplate(typed: string): string {
  const text = typed.replace(/\r\n?/g, '\n');
  const [subject = '', ...rest] = text.split('\n');
  if (subject.trim() === '' || rest.join('').trim() === '')
    throw new InputError(
      'Template',
      '',
      'has no subject or no text.',
      'The first line is the subject, the rest the text.',
    );
  if (text.length > LONGEST)
    throw new InputError('Template', `${text.length} letters`, 'is too long.', `Enter ${LONGEST} letters at most.`);
  for (const [, word] of text.matchAll(/\{([^}]*)\}/g))
    if (!(PLACEHOLDERS as readonly string[]).includes(word ?? ''))
      throw new InputError(
        'Template',
        `{${word}}`,
        'is not filled by anything.',
        `${PLACEHOLDERS.map((p) => `{${p}}`).join(', ')} are.`,
      );
  return text;
}

/** Subject and text of a reminder. What is put in is put in as it is, and never read as a placeholder again. */
export function filled(
  template: string,
  words: Readonly<Record<Placeholder, string>>,
): { subject: string; text: string } {
  const put = (s: string): string => s.replace(/\{(\w+)\}/g, (all, w: string) => words[w as Placeholder] ?? all);
  const [subject = '', ...rest] = template.split('\n');
  return { subject: put(subject).replace(/\s+/g, ' ').trim(), text: put(rest.join('\n')) };
}

const ADDRESS = /^[^\s@<>",;:()]{1,64}@[^\s@<>",;:()]{1,180}$/;

/** An address as typed; empty is none. @throws InputError */
export function readAddress(typed: string): string {
  const text = typed.trim();
  if (text !== '' && !ADDRESS.test(text))
    throw new InputError('E-mail', text.slice(0, 60), 'is no address.', 'One address, such as name@example.org.');
  return text;
}

const NUMBER = /^\+?[\d\s()/.-]{3,30}$/;

/** A telephone number as typed, its spaces as they were; empty is none. @throws InputError */
export function readPhone(typed: string): string {
  const text = typed.trim().replace(/\s+/g, ' ');
  if (text !== '' && !(NUMBER.test(text) && /\d.*\d.*\d/.test(text)))
    throw new InputError('Telephone', text.slice(0, 40), 'is no telephone number.', 'Digits, such as 01632 960 118.');
  return text;
}

/** A number as a device dials it. */
export const dialled = (phone: string): string => `tel:${phone.replace(/[^\d+]/g, '')}`;
