import type { HeardKind } from "./heard.ts";

/** What pupils do at the table: verbs that can be ordered. Common practice, no published source. */
export const DO =
  "(?:draw|make|put|place|mark|measure|connect|join|trace|rule|take|grab|use|line|find|add|go|start|begin|pick|set|turn|fold|cut|write|colou?r|shade|repeat|do|try|get|erase|rub|bring|sketch|drop|extend|copy|finish|complete|close|outline|darken|ink|pull|send|run|slide|move|lay|hold|match|continue|give|practi[cs]e|keep going|fill|create|choose|decide|work|label|pencil|tick|paint|glue|tape|stick|rotate|flip)";
/** Little words between "now" and the verb. */
export const SOFT =
  "(?:just|please|also|very|really|carefully|lightly|gently|slowly|simply|then|again|quickly|you|guys|everyone|everybody|kids|all|of|class|friends|folks|artists)";
export const PUPILS = "(?:you|you guys|you all|y'all|everyone|everybody|all of you|each of you|you kids)";
/** What may open a sentence before its order. */
export const OPEN =
  "(?:(?:ok|okay|so|alright|all right|right|and|then|well|good|great|perfect|next|first|please|but|once you have that|when you're ready|if you're ready|if you haven't already|everyone|everybody|boys and girls|guys|friends|class) )*";

export interface Rule {
  readonly kind: HeardKind;
  readonly pattern: RegExp;
  readonly confidence: number;
  /** Words shortly before that turn it into something else. */
  readonly unless?: RegExp;
  /** Words after it that do. */
  readonly unlessAfter?: RegExp;
}

/** The speaker's own doing, a possibility, a condition or a denial just before an order. */
export const NOT_AN_ORDER =
  /(?:\b(?:i'm|i am|i'll|i will|i'd|i|we're|we are|we'll|we|he|she|they|they're|let's|let us|let me|me|could|can|might|may|would|won't|don't|do not|doesn't|didn't|never|not|to|if you|when you|once you|after you|before you|until you|where you|how you|what you|as you|that you|which you|people|students)(?:,? (?:just|then|now|also|always|usually|going to|have to|need to|want to|like to|wanna|should|would|will|do|go ahead and|go ahead))*,? )$/;
/** "You can go ahead and draw" lets the class begin; "I'm going to go ahead" does not. */
export const NOT_GO_AHEAD =
  /(?:\b(?:i'm|i am|i'll|i will|i'd|i|we're|we are|we'll|we|he|she|they|let's|let us|let me|could|might|would|won't|don't|do not|never|not|going to|can i|can we|before you|until you|how you|as you|that you|when you|once you|after you|if you)(?:,? (?:just|then|now|also|can|going to|have to|want to|will|do|and))*,? )$/;
export const NEGATED =
  /\b(?:don't|do not|no|not|never|without|didn't|doesn't|isn't|won't|needn't|can't)(?: \w+){0,2},? $/;
/** An order taken back; "if you're not done" takes nothing back. */
export const NEGATED_ORDER =
  /\b(?:don't|do not|never|without|won't|needn't|need not|no need to|doesn't|didn't|not to)(?: \w+){0,2},? $/;
export const OWN = /\b(?:i'm|i am|i'll|i will|i|we're|we'll|we|let me|let's|i've)(?: \w+){0,3},? $/;
