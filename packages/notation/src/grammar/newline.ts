import { ExternalTokenizer } from "@lezer/lr";
import { lineEnd } from "./parser.gen.terms";

const NEWLINE = 10;
const CLOSING_BRACKET = 41;

/**
 * A line break ends the statement when the next line that holds anything begins in its first column, with anything but
 * a closing bracket. All others are white space.
 */
export const lineEnds = new ExternalTokenizer((input) => {
  if (input.next !== NEWLINE) return;
  let ahead = 1;
  let column = 0;
  for (let c = input.peek(ahead); ; c = input.peek(++ahead)) {
    if (c === NEWLINE) column = 0;
    else if (c === 32 || c === 9 || c === 13) column++;
    else if (c === 47 && input.peek(ahead + 1) === 47 && column > 0) {
      // An indented comment line decides nothing; one in the first column does not interrupt a statement either.
      ahead = skipLine(input, ahead);
    } else {
      if (c === CLOSING_BRACKET || (column > 0 && c >= 0)) return;
      input.acceptToken(lineEnd, 1);
      return;
    }
  }
});

function skipLine(input: { peek(offset: number): number }, from: number): number {
  let ahead = from;
  while (input.peek(ahead + 1) >= 0 && input.peek(ahead + 1) !== NEWLINE) ahead++;
  return ahead;
}
