import {
  DO,
  HEDGE,
  NEGATED,
  NOT_AN_ORDER,
  NOT_GO_AHEAD,
  OPEN,
  PUPILS,
  type Rule,
  SOFT,
  SUBORDINATE,
} from "./rule.ts";
import { pattern } from "./stream.ts";

/** What tells the class to draw now: an express order, not the speaker's own doing, a possibility or a description. */
export const CLASS_ORDERS: readonly Rule[] = [
  {
    kind: "act-now",
    pattern: pattern(
      `(?:(?:i|we)(?: ${HEDGE})* (?:want|need)|(?:i'd|i would|i should|we'd)(?: ${HEDGE})* (?:want|like|love)|i'm asking|i am asking)(?: for)? ${PUPILS}(?: ${HEDGE})* to(?: ${HEDGE})* ${DO}`,
    ),
    confidence: 0.95,
    unless: /\b(?:don't|what|where|how|why|that|which)(?: \w+)? $/,
  },
  {
    kind: "act-now",
    pattern: pattern(`go ahead(?: and| now|)(?: ${SOFT})*(?: ${DO}| now)`),
    confidence: 0.95,
    unless: NOT_GO_AHEAD,
  },
  {
    kind: "act-now",
    pattern: pattern("go ahead"),
    confidence: 0.75,
    unless: NOT_GO_AHEAD,
    unlessAfter:
      /^,? (?:of|time|if (?:you|you'd)(?: \w+)? (?:want|need|like|wish)|and (?:pause|stop|hit|press|rewind|watch|skip|look|listen|think|check|make sure|take (?:a|your)))/,
  },
  {
    kind: "act-now",
    pattern: pattern("(?:it's |it is |now it's |this is |so )*(?:now )?your turn(?: now)?"),
    confidence: 0.95,
    unless: /\b(?:not|wait for|until it's|when it's|before it's|until|take) $/,
  },
  {
    kind: "act-now",
    pattern: pattern(
      `(?:let me|let's|let us|i want to|i'd like to|i'd love to) see ${PUPILS} (?:guys )?(?:all )?${DO}`,
    ),
    confidence: 0.85,
    unless: NEGATED,
  },
  {
    kind: "act-now",
    pattern: pattern(
      `what (?:i want|i need|i'd like|i would like|we need)(?: for)? ${PUPILS} to do(?: now| next| here| first| then)*(?: is| now is)(?: to| go ahead and| just| simply)* ${DO}`,
    ),
    confidence: 0.9,
  },
  {
    kind: "act-now",
    pattern: pattern(
      `(?:you're|you are|you guys are|you all are|we're all|everyone is|everybody is) (?:now )?going to go ahead and ${DO}`,
    ),
    confidence: 0.8,
    unless: /\b(?:if|when|once|what|where|how|that) $/,
  },
  {
    kind: "act-now",
    pattern: pattern(
      `(?:(?:i'll|i will|i'm going to|i am going to) (?:let|have) ${PUPILS}(?: guys)?(?: go ahead and| now| just)* ${DO}|your (?:job|task|challenge|mission)(?: now| here| next)? is to ${DO}|(?:can|could|would|will) ${PUPILS}(?: please| now| all| go ahead and)+ ${DO}|see if (?:you|you guys|you all) can(?: now| all)? ${DO})`,
    ),
    confidence: 0.82,
    unless: NEGATED,
  },
  {
    kind: "act-now",
    pattern: pattern(`(?:it's|it is|now it's|now is the) time (?:now )?(?:for ${PUPILS} )?to (?:now )?${DO}`),
    confidence: 0.8,
    unless: NEGATED,
    unlessAfter: /^,? (?:on|over|to the next)\b/,
  },
  // "Draw that for me", "you guys do that", "draw along with me": orders by how they begin.
  {
    kind: "act-now",
    pattern: pattern(
      `(?<=^${OPEN})(?:${DO}(?: [\\w']+){0,9} for me|you (?:guys |all |kids )?(?:do|try|draw|make|add) (?:it|that|this|yours|those|these|them|one)|do (?:that|it|those|these)(?=,|$)|(?:draw|do|sketch|rule)(?: (?:it|this|that|them))?(?: along| right along)? with me)`,
    ),
    confidence: 0.82,
  },
  {
    kind: "act-now",
    pattern: pattern(`you (?:guys |all )?(?:can|may) ${DO}(?: [\\w']+){0,6} now`),
    confidence: 0.8,
    unless: /\b(?:if|so|so that|then|where|that|which|what|how) $/,
  },
  // "And now you." stands alone; before a verb the rule below reads it.
  {
    kind: "act-now",
    pattern: pattern(
      `(?<=^${OPEN})(?:now (?:it's )?(?:you|yours|you guys|all of you|everyone|everybody)(?: too)?(?: please)?$|now please(?![\\w']))`,
    ),
    confidence: 0.85,
  },
  {
    kind: "act-now",
    pattern: pattern(
      `now ${PUPILS} (?:guys |should )?(?:go ahead and |just |please )*(?:${DO}|try it|have a go)`,
    ),
    confidence: 0.85,
    unlessAfter: /^,? (?:see|know|understand|notice|not)\b/,
  },
  {
    kind: "act-now",
    pattern: pattern(
      "over to you|have a go|have a try|give (?:it|that|this|those) a (?:go|try|shot|whirl)|go for it|off you go|you try(?: it| that| this| one)?|get (?:it )?started now|get drawing|(?<=^(?:(?:ok|okay|so|alright|and|then|now|good|right|great),? )*)try (?:that|it|this|the|your|one|these|those|drawing)(?: one| out)?|start drawing now|pencils? moving",
    ),
    confidence: 0.9,
    unless: new RegExp(`${NOT_AN_ORDER.source}|${SUBORDINATE.source}`),
  },
  {
    kind: "act-now",
    pattern: pattern(
      `(?:do|try|draw|make|add|copy|repeat) (?:it|this|that|these|those|yours|the same|the same thing|this step|that step|this part|that part|one|all of (?:this|that|them))(?: on your (?:own )?(?:paper|sheet|page|drawing))?(?: right)? now`,
    ),
    confidence: 0.95,
    unless: NOT_AN_ORDER,
  },
  {
    kind: "act-now",
    pattern: pattern(
      `(?:take|you have|here's|i'll give you|i will give you|let me give you) (?:a |some |one |two |a few |your |thirty |ten |twenty |about )*(?:minutes?|moment|time|seconds?|second) (?:now )?(?:here )?(?:to|and) (?:do|draw|finish|copy|get|make|add|try|complete|catch up)`,
    ),
    confidence: 0.8,
    unless: /\b(?:if you need to|don't) $/,
  },
  {
    kind: "act-now",
    pattern: pattern(`now(?: ${SOFT})* ${DO}`),
    confidence: 0.85,
    unless:
      /(?:\b(?:i|we|you|they|until|up to|for|by|from|(?<!all )right|are|is|that|and i|what we|what you|what i|going to|to|let's|can|could|should|will)|[a-z]ing),? $/,
    unlessAfter:
      /^,? (?:a look|note|notice|care|sure|sense|a break|place|look|long|part|as|like what|a step back|advantage|back (?:to|over|in)|with me|it's|is|was|has|i|on to the|through what|(?:the|your|those) pencils? (?:down|aside|away))\b/,
  },
  {
    kind: "act-now",
    pattern: pattern(`${DO}(?: [\\w'/"½-]+){0,14}(?: right)? now`),
    confidence: 0.85,
    unless: NOT_AN_ORDER,
    // "Draw a line to here, now we go …": that "now" begins the next thought.
    unlessAfter:
      /^,? (?:that|you|we|i|it|this|is|what|let's|here|there|here's|i'm|i'll|we're|we'll|you're|it's|these|those|and i'm|if|when|don't|because)\b|^ (?:the|on|in|at|some|for (?:this|that|the)|go|a|my|from|next|as)\b/,
  },
  {
    kind: "act-now",
    pattern: pattern(
      `${PUPILS} (?:need to|have to|should|must|are going to|'re going to) (?:go ahead and |now )?${DO}(?: [\\w'/-]+){0,10} now`,
    ),
    confidence: 0.75,
    unless: /\b(?:if|when|once|why|what|where|how|that) $/,
  },
  // An order that opens its sentence and names the class: "Everyone draw …", "Boys and girls, mark …".
  {
    kind: "act-now",
    pattern: pattern(
      `(?<=^${OPEN})(?:everyone|everybody|you guys|class|boys and girls|all of you)(?: ${SOFT})* ${DO}`,
    ),
    confidence: 0.8,
  },
  // The class's own sheets are spoken of: "draw yours", "finish your trees", "alright, go".
  {
    kind: "act-now",
    pattern: pattern(
      `(?<=^${OPEN})(?:(?!erase|rub)${DO}(?: up| off| out)? (?:yours|your own)|finish (?:(?:up|off|both|all) )*(?:it|yours|your|those|these|them|em|that)|go(?:$| on,? then))`,
    ),
    confidence: 0.78,
  },
  // Without stops an order need not open its sentence.
  {
    kind: "act-now",
    pattern: pattern(
      `(?:${DO}(?: [\\w']+){1,4} for me|try (?:that|it|this one|that one|yours)(?: out| now| for me)?)`,
    ),
    confidence: 0.75,
    unless: new RegExp(
      `${NOT_AN_ORDER.source}|${SUBORDINATE.source}|\\b(?:always|never|don't|usually|and i) $`,
    ),
  },
  {
    kind: "act-now",
    pattern: pattern(`(?:you guys|all of you|you all|y'all)(?: ${SOFT})* ${DO}`),
    confidence: 0.75,
    unless: SUBORDINATE,
  },
];

/** A word without which none of them can hold: most sentences are passed over by it at once. A new rule may need another. */
export const CLASS_ORDERS_NEED =
  /\b(?:now|ahead|want|need|like|for me|with me|you (?:guys |all |kids )?(?:do|try|draw|make|add)|it's time|is time|let you|have you|have everyone|your (?:job|task|challenge|mission)|please|see if|shot|whirl|asking|turn|over to you|go at|have a|give|go for|off you|see you|see your|see everyone|see everybody|see all|everyone|everybody|boys and girls|class|you guys|all of you|you all|y'all|yours|your own|finish|go$|go on|do (?:that|it|those|these)|you try|try|drawing|moving|take|here's)\b/;
