import type { HeardKind } from "./heard.ts";
import { NEGATED, OPEN, OWN, PUPILS, type Rule } from "./rule.ts";
import { pattern } from "./stream.ts";

/** What is said of the lesson's own course: only watch; faster, another part, looking back, taking care. */
export const COURSE: readonly Rule[] = [
  // ── watch only
  {
    kind: "watch-only",
    pattern: pattern(
      "(?:just|only|simply|please|first|so|now|for now|don't draw,? just) (?:just )?(?:watch|look|observe)(?: me| this| first| how| what| for now| and listen| carefully| closely)?",
    ),
    confidence: 0.85,
    unless: /\b(?:you can|if you're|you were|we|i) $/,
    unlessAfter:
      /^,? (?:out|your|at (?:the|your|this|that|my) |like|for (?:your|the|any)|again|the (?:time|clock)|over|right|how (?:nice|much|good))/,
  },
  {
    kind: "watch-only",
    pattern: pattern(
      `(?:i want|i just want|i only want|i need|i'd like|i would like|i should like|i'd love|i'd love for) ${PUPILS} (?:simply |just |only |first )*to (?:(?:simply |just |only |first )*(?:watch|observe)|(?:simply|just|only|first) look)|(?:want|need) ${PUPILS} (?:just |only |simply )?watching`,
    ),
    confidence: 0.9,
    unless: NEGATED,
  },
  {
    kind: "watch-only",
    pattern: pattern("look at (?:this|that|it|me|the screen|my hands?|my paper) first"),
    confidence: 0.85,
    unless: OWN,
  },
  {
    kind: "watch-only",
    pattern: pattern(
      "watch (?:me|how i|what i|how|what|my (?:hand|pencil|ruler)|closely|carefully|first|this(?: part| bit| one| first)?|as i|while i)",
    ),
    confidence: 0.85,
    unless: /\b(?:to|if you|re|you can|you|for|keep) $/,
    unlessAfter: /^,? (?:again|out|over|back|part again|\w+ again)/,
  },
  {
    kind: "watch-only",
    pattern: pattern(
      "(?:don't|do not|you don't (?:have|need) to|no need to|you do not (?:have|need) to|you needn't|please don't|try not to|you shouldn't|nobody|no one) (?:draw|do|copy|start|follow along|draw along|write|try|begin|rule|trace|mark|touch)(?: \\w+){0,4}? ?(?:yet|along|with me|this (?:one|part|bit)|anything|just yet|first)",
    ),
    confidence: 0.87,
    unlessAfter: /^,? (?:too|so hard|with your|at the edge|over)/,
  },
  {
    kind: "watch-only",
    pattern: pattern(
      "pencils? (?:down|aside)|no pencils|put (?:down )?(?:your|the) pencils? (?:down|aside|away|to one side)|lay (?:your|the) pencils? (?:down|aside)|put down your pencils?|hands? off|no drawing(?: yet| for now| here)?|eyes on (?:me|the screen|my (?:hand|paper))|sit back(?: and (?:watch|relax|enjoy))?|look up here|without drawing",
    ),
    confidence: 0.87,
  },
  {
    kind: "watch-only",
    pattern: pattern(
      "(?:i'll|i will|let me|i'm going to|i want to|i'm i'd like to) (?:just )?(?:show|demonstrate)(?: it| this| that| you| how| to you| them)*(?: how(?: it works| to do it| i do it)?)? (?:first|once|before you (?:try|do|draw|start|begin)|one time|quickly before)",
    ),
    confidence: 0.87,
  },
  {
    kind: "watch-only",
    pattern: pattern(
      "before you (?:draw|start|do|try|begin|put|pick)(?: \\w+){0,5},? (?:watch|look|see|let me show)",
    ),
    confidence: 0.87,
  },
  // ── speeded
  {
    kind: "speeded",
    pattern: pattern(
      "(?:speed|speeding|sped) (?:right )?through|(?:speed|speeding|sped)(?: \\w+){0,3} ?up(?: the (?:video|recording|next part))?|fast ?forward(?:ed|ing)?|time ?lapse|time lapsed?|hyper ?lapse|fast motion|double speed|double time|(?:two|three|four|five|eight|ten|\\d+)(?: times| x)? (?:the )?(?:speed|as fast|the normal speed|faster)|times? (?:the )?(?:normal )?speed|quick motion|super fast|at high speed|(?:at |with )?(?:twice|double|triple|three times|four times) the (?:normal |usual )?speed|twice as fast|speeded up|play(?:ed)? (?:this|it) faster|shown? (?:this|it|faster|to you faster)(?: \\w+){0,2} faster",
    ),
    confidence: 0.92,
    unless:
      /\b(?:don't|you don't need to|no need to|you'll|you will|you can|you|your|to help you|try to|don't try to|not|never) (?:just )?$/,
    unlessAfter: /^,? your|^,? as you get/,
  },
  {
    kind: "speeded",
    pattern: pattern(
      "(?:i'll|i will|i shall|i'm going to|we'll|i|is|are|will be) (?:just )?(?:show|shown|run|play|played|run through|go through)(?: [\\w']+){0,3} (?:quickly|fast|faster)|(?:goes|go|going|pass|passes) (?:by|past) (?:quickly|fast|faster)",
    ),
    confidence: 0.85,
    unless: NEGATED,
  },
  // ── part break: the lesson goes on elsewhere
  {
    kind: "part-break",
    pattern: pattern(
      "(?:see you|join me|meet me|follow|follows|comes|come back|back|continue|continued|we'll continue|go on|carry on|finish|we'll finish|pick (?:this |it )?up|work on|colou?r|ink|add|start|do|draw|finish up|wrap up|left|move on|moving on|on)(?: [\\w']+){0,7} (?:in|to|for|with|at the start of) (?:the )?(?:part|video|lesson) (?:two|three|four|five|2|3|4|5|number two)",
    ),
    confidence: 0.95,
  },
  {
    kind: "part-break",
    pattern: pattern(
      "(?:in|for) (?:(?:the )?(?:next|second|third|following) (?:part|video|lesson|session|class|episode|half)(?: of this lesson)?|part (?:two|three|four|2|3|4)),? (?:we'll|we will|we're going to|we are going to|i'll|you'll|we|i will|i'm going to|we can)",
    ),
    confidence: 0.93,
  },
  {
    kind: "part-break",
    pattern: pattern(
      "(?:next (?:week|time|class|session|lesson|monday|tuesday|wednesday|thursday|friday|saturday)|tomorrow)(?: [\\w']+){0,2},? (?:we'll|we will|we're going to|we are going to|i'll|you'll|we can|we are|we add|we finish|we start|we colou?r|i will show|i'm going to|we go on|we're \\w+ing)",
    ),
    confidence: 0.92,
  },
  {
    kind: "part-break",
    pattern: pattern(
      "(?:we'll|we will|we're going to|we are going to|you'll|you will|i'll|i will|and|can|to) (?:continue|finish|go on|carry on|keep going|pick (?:it|this|up)(?: \\w+)?|complete|add|colou?r|ink|paint|do|work on|start|come back to|resume|draw|get to|take)(?: [\\w']+){0,8} (?:next (?:week|time|class|session|lesson|saturday|monday)|tomorrow|in the next (?:part|video|lesson|session|class|one)|another (?:day|time|week))",
    ),
    confidence: 0.93,
    unless: /\b(?:don't|not) $/,
  },
  {
    kind: "part-break",
    pattern: pattern(
      "see you in (?:the |our )?(?:next|second|third|following) (?:video|part|lesson|session|one) (?:where|when|for|to)",
    ),
    confidence: 0.85,
  },
  {
    kind: "part-break",
    pattern: pattern(
      "in part (?:two|three|four|2|3|4),? (?:the|a|an|it|there)(?: [\\w']+){0,4}? (?:will|is|are|gets?|comes?)|part (?:two|three|four|2|3|4)(?:'s| is| will| comes)(?: going to| be| all| about| next| on| tomorrow)+",
    ),
    confidence: 0.9,
  },
  {
    kind: "part-break",
    pattern: pattern(
      `(?<=^${OPEN})next (?:time|week|lesson|class|session),? (?:the|it's|we|a|an|more|comes|on to)`,
    ),
    confidence: 0.85,
  },
  {
    kind: "part-break",
    pattern: pattern(
      "(?:we|you|i)(?: (?!said|saw|drew|did|made|learned|learnt|had|were|was|talked|looked|started)[\\w']+){1,8} in the (?:next|following|second|third) (?:part|half|video|lesson|session|class)",
    ),
    confidence: 0.85,
    unless: /\b(?:as|like|what|how|that|which|where) $/,
  },
  {
    kind: "part-break",
    pattern: pattern(
      "(?:we'll|we will|we shall|you'll|you will|i'll|i will|i shall|going to)(?: [\\w']+){1,9} in (?:the |our )?(?:[\\w']+ and )?(?:second|third|fourth|fifth|next|last|final|following) (?:part|half|video|lesson|session)",
    ),
    confidence: 0.92,
    unless: NEGATED,
  },
  {
    kind: "part-break",
    pattern: pattern(
      "(?:that's|this is|that is)(?: it for| all for)? (?:the end of )?(?:our |the )?(?:part|session|week|day) (?:one|two|three|1|2|3)|end of (?:the )?(?:part|session|week|day) (?:one|two|three|1|2|3)|to be continued|this is where (?:we|we'll|i'll) (?:stop|end|leave it|break)(?: for (?:today|this week|now))?|we'll (?:stop|leave it|leave off|break off|end) here (?:for today|for this week|for now|until)|pick up (?:from |right )?(?:here|where we left off)",
    ),
    confidence: 0.9,
  },
  // ── recap
  {
    kind: "recap",
    pattern: pattern(
      "(?:to |let's |let me |a quick |quick |just to |we'll |i'll |so to )*(?:recap|review (?:what|the|everything)|(?<=(?:to|let's|so|and),? )review|summari[sz]e|sum up|go over what we|run through what we)",
    ),
    confidence: 0.92,
  },
  {
    kind: "recap",
    pattern: pattern(
      "(?:so far|up to now|until now|already)(?: [\\w']+){0,2},? (?:we've|we have|you've|you have|you should have|we drew|we did)|(?:we've|we have|you've|you have|you should have) (?:\\w+ )?(?:drawn|done|learned|learnt|made|got|put|covered)(?: [\\w']+){0,5} so far|(?:last (?:time|week|lesson|class|session)|in (?:part|video|lesson) one|in the (?:last|first|previous) (?:part|video|lesson|session)|yesterday|earlier),? (?:we|you|i)(?:'ve)?(?= )|(?<=^(?:so|and|okay|ok)?,? ?)so far(?=,)|(?:quick|short|real quick) review|(?:just )?to (?:go over|run (?:through|over)|look back over) (?:it|that|this|everything|it all|what we (?:did|drew))(?: all)?(?: again| once more| one more time)?|we (?:made|drew|did|learned|learnt|covered|practi[cs]ed)(?: [\\w']+){1,6} today|as a (?:quick )?reminder|just to remind (?:you|everyone)|remember,? (?:what we (?:did|drew|made|learned|learnt|said)|we|you|last time|first we|the rule|that all|how we)|what (?:did we|have we) (?:learn|learned|learnt|do|done|draw|drawn|make|made|got)|(?<=^(?:so|and|okay|ok)?,? ?)in short(?![\\w'])",
    ),
    confidence: 0.85,
  },
  {
    kind: "recap",
    pattern: pattern(
      "(?:let's|let us|let me|we'll|we will|i'll) (?:just |quickly )?(?:go over|run over|look back (?:over|at)|go through) (?:it|this|that|everything|it all|all of (?:it|this|that)|what we (?:did|drew|have))(?: once more| again| one more time| together)?",
    ),
    confidence: 0.85,
    unlessAfter: /^,? (?:with|in) (?:a |the |your |my )?(?:pen|pencil|marker|ink|colou?r|black)/,
  },
  // ── caution
  {
    kind: "caution",
    pattern: pattern(
      "(?:be careful|watch (?:your|those|out for) (?:fingers?|hands?|thumbs?|the (?:blade|edge))|mind (?:your|the) (?:fingers?|blade|edge)|keep your (?:fingers?|hands?|thumb)(?: \\w+){0,4} (?:clear|away|back|off|behind|out)|ask an adult|an adult (?:should|must|has to|to)|with an adult|open a window|well ventilated|don't (?:cut yourself|press too hard on the blade)|careful with (?:the|that|your) (?:blade|knife|scissors|cutter|glue|marker))",
    ),
    confidence: 0.9,
  },
];

/** For each kind, a word without which none of its rules can hold; a new rule may need another. */
export const COURSE_NEEDS: Partial<Readonly<Record<HeardKind, RegExp>>> = {
  "watch-only":
    /\b(?:watch\w*|look|observe|yet|draw|pencils?|show|demonstrate|hands?|eyes|sit|drawing|copy|follow|start|do|make|begin|write)\b/,
  speeded: /\b(?:speed\w*|sped|fast\w*|quickly|lapsed?|time ?lapse|hyper ?lapse|motion|times|twice)\b/,
  "part-break":
    /\b(?:part|half|next|week|tomorrow|continued|another|day|session|here|left off|video|lesson)\b/,
  recap:
    /\b(?:recap|review|summari[sz]e|sum|far|last|remember|remind\w*|learn\w*|part|go over|run through|already|earlier|yesterday|up to now|until now|done|have we|did we|today|to go over|in short)\b/,
  caution: /\b(?:careful|watch|mind|keep|adult|window|ventilated|cut|blade)\b/,
};
