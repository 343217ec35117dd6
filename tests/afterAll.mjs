/** Jest's end: the database server that its set-up started is stopped. */
export default async function end() {
  await globalThis.vectisTestPostgres?.stop();
}
