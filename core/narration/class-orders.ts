import { DO, NEGATED, NOT_AN_ORDER, NOT_GO_AHEAD, OPEN, PUPILS, type Rule, SOFT } from "./rule.ts";
import { pattern } from "./stream.ts";

/** What tells the class to draw now: an express order, not the speaker's own doing, a possibility or a description. */
export const CLASS_ORDERS: readonly Rule[] = [
  {
    kind: "act-now",
    pattern: pattern(
      `(?:i want|i just want|i just need|i really want|i'd want|i need|i'd like|i would like|i should like|i'd love|i would love|i'd love for|i would love for|i'm asking|i am asking|we want|we need)(?: for)? ${PUPILS} (?:guys |now |all )*to (?:now |go ahead and |please |just |carefully |very )*${DO}`,
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
    unlessAfter: /^,? (?:of|time|and (?:pause|stop|hit|press|rewind|watch|skip))/,
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
      `(?<=^${OPEN})(?:${DO}(?: [\\w']+){0,9} for me|you (?:guys |all |kids )?(?:do|try|draw|make|add) (?:it|that|this|yours|the same|those|these|them|one)|(?:draw|do|sketch|rule)(?: (?:it|this|that|them))?(?: along| right along)? with me)`,
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
      `(?<=^${OPEN})(?:now (?:it's )?(?:you|yours|you guys|all of you|everyone|everybody)(?: too)?$|now please(?![\\w']))`,
    ),
    confidence: 0.85,
  },
  {
    kind: "act-now",
    pattern: pattern(
      `now ${PUPILS} (?:guys |can |may |should )?(?:go ahead and |just |please )*(?:${DO}|try it|have a go)`,
    ),
    confidence: 0.85,
    unlessAfter: /^,? (?:see|know|understand|notice)/,
  },
  {
    kind: "act-now",
    pattern: pattern(
      "over to you|have a go|have a try|give (?:it|that|this|those) a (?:go|try|shot|whirl)|go for it|off you go|you try(?: it| that| this| one)?|get (?:it )?started now|get drawing|(?<=^(?:(?:ok|okay|so|alright|and|then|now|good|right|great),? )*)try (?:that|it|this|the|your|one|these|those|drawing)(?: one| out)?|start drawing now|pencils? moving",
    ),
    confidence: 0.9,
    unless: NOT_AN_ORDER,
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
      /(?:\b(?:i|we|you|they|until|up to|for|by|from|right|are|is|that|and i|what we|what you|what i|going to|to|let's|can|could|should|will)|[a-z]ing),? $/,
    unlessAfter:
      /^,? (?:a look|note|notice|care|sure|sense|a break|place|look|long|part|as|like what|a step back|advantage|back (?:to|over|in)|with me|it's|is|was|has|i|on to the|through what|(?:the|your|those) pencils? (?:down|aside|away))\b/,
  },
  {
    kind: "act-now",
    pattern: pattern(`${DO}(?: [\\w'/"½-]+){0,14}(?: right)? now`),
    confidence: 0.85,
    unless: NOT_AN_ORDER,
    unlessAfter: /^,? (?:that|you|we|i|it|this|is|and i'm|on|if|when)\b/,
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
];

/** A word without which none of them can hold: most sentences are passed over by it at once. A new rule may need another. */
export const CLASS_ORDERS_NEED =
  /\b(?:now|ahead|want|need|like|for me|with me|you (?:guys |all |kids )?(?:do|try|draw|make|add)|it's time|is time|let you|have you|have everyone|your (?:job|task|challenge|mission)|please|see if|shot|whirl|asking|turn|over to you|go at|have a|give|go for|off you|see you|see your|see everyone|see everybody|see all|everyone|everybody|boys and girls|class|all of you|you try|try|drawing|moving|take|here's)\b/;
