import MailComposer from 'nodemailer/lib/mail-composer';

/** A message as an `.eml` file (RFC 5322): any mail program opens it, and nothing is sent by itself. */
export async function emlOf(m: {
  readonly from: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly at: Date;
  readonly id: string;
}): Promise<Buffer> {
  const { at, id, ...mail } = m;
  return new MailComposer({
    ...mail,
    date: at,
    messageId: `<${id}@vectis.invalid>`,
    headers: { 'X-Unsent': '1' },
  })
    .compile()
    .build();
}
