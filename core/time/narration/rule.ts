import type { HeardKind } from "./heard.ts";

/** What pupils do at the table: verbs that can be ordered. Common practice, no published source. */
export const DO =
  "(?:draw|make|put|place|mark|measure|connect|join|trace|rule|take|grab|use|line|find|add|go|start|begin|pick|set|turn|fold|cut|write|colou?r|shade|repeat|do|try|get|erase|rub|bring|sketch|drop|extend|copy|finish|complete|close|outline|darken|ink|pull|send|run|slide|move|lay|hold|match|continue|give|practi[cs]e|keep going|fill|create|choose|decide|work|label|pencil|tick|paint|glue|tape|stick|rotate|flip)";
/** Little words between "now" and the verb. */
export const SOFT =
  "(?:just|please|also|very|really|carefully|lightly|gently|slowly|simply|then|again|quickly|you|guys|everyone|everybody|kids|all|of|class|friends|folks|artists)";
/** What slips in between the parts of an order: "I really just want you guys to carefully draw". */
export const HEDGE =
  "(?:just|really|kind of|sort of|actually|now|also|still|then|first|only|simply|basically|definitely|absolutely|maybe|all|please|go ahead and|carefully|lightly|slowly|gently|quickly|very|quietly|start and|stop and|try and|try to|at least|each|guys)";
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
/** Words after a verb that make it no doing of the hand: "take a look", "take your time", "make sure". */
export const IDLE_AFTER =
  /^,? (?:an? (?:\w+ )?(?:look|peek|break|breath|breather|step back|guess|mental note|mistake)|your time|our time|it easy|it slow|care|turns|note|notice|advantage|pride|sure|sense|mistakes|fun|me|(?:it|this|that) (?:to|from) me)(?![\w'])/;
/** Words of a condition or a leave, up to what is granted by them: it may be done, and need not. */
export const IF_YOU_LIKE =
  /\b(?:(?:if|whenever|unless|in case|anytime|any time) (?:you|you'd|anyone|anybody|someone|anybody's)(?: [\w']+){0,2} ?(?:want|wanna|like|need|would|feel|prefer|wish|have to|get stuck|get lost|bored|early|rather|behind|can't)(?: [\w']+){0,7}|feel free(?: to)?|(?:you're|you are) (?:welcome|free)(?: to)?|you (?:can|could) (?:always|also)|you could),? (?:(?:then|you|can|could|just|please|to),? )*$/;
/** Words that make "you try" part of another thought. */
export const SUBORDINATE =
  /\b(?:if|when|once|after|before|until|till|where|how|what|as|that|which|while|since|because|whenever|time|so that|let|make|help|see|show|tell|teach|give|hope|know|think|can|could|do|did|are|have|for|to|with|of|like|than|and have)(?: (?:just|all|both|guys|really|then|now))*,? $/;
/** "You can go ahead and draw" lets the class begin; "I'm going to go ahead" does not. */
export const NOT_GO_AHEAD =
  /(?:\b(?:i'm|i am|i'll|i will|i'd|i|we're|we are|we'll|we|he|she|they|let's|let us|let me|could|might|would|won't|don't|do not|never|not|going to|can i|can we|before you|until you|how you|as you|that you|when you|once you|after you|if you)(?:,? (?:just|then|now|also|can|going to|have to|want to|will|do|and))*,? )$/;
export const NEGATED =
  /\b(?:don't|do not|no|not|never|without|didn't|doesn't|isn't|won't|needn't|can't)(?: \w+){0,2},? $/;
/** An order taken back; "if you're not done" takes nothing back. */
export const NEGATED_ORDER =
  /\b(?:don't|do not|never|without|won't|needn't|need not|no need to|doesn't|didn't|not to)(?: \w+){0,2},? $/;
export const OWN = /\b(?:i'm|i am|i'll|i will|i|we're|we'll|we|let me|let's|i've)(?: \w+){0,3},? $/;
