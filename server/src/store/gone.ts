/** What is told while the database is away. */
export const DATABASE_GONE =
  'The database does not answer. What you do is kept here until it is back; see that it runs, and look at the server’s messages.';

/** Codes of a connection that ended or could not be made, of the system and of PostgreSQL (class 08, and a server that stops or starts). */
const GONE_CODES = /^(ECONN(REFUSED|RESET|ABORTED)|ENOTFOUND|EPIPE|ETIMEDOUT|EHOSTUNREACH|08...|57P0[1-3])$/;
const GONE_WORDS = /Connection terminated|timeout exceeded when trying to connect|Query read timeout/;

/** An error of a database that went away, whatever wraps it. */
export function isGone(error: unknown): boolean {
  for (let at = error; at instanceof Error; at = at.cause)
    if (GONE_CODES.test(String((at as NodeJS.ErrnoException).code)) || GONE_WORDS.test(at.message)) return true;
  return false;
}
