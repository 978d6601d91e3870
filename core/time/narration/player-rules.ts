import type { HeardKind } from "./heard.ts";
import { NEGATED, NEGATED_ORDER, OWN, type Rule } from "./rule.ts";
import { pattern } from "./stream.ts";

/** What the class is told to do with the player: stop it, watch again, come back to it. */
export const PLAYER: readonly Rule[] = [
  // ── pause: told to stop the player
  {
    kind: "pause",
    pattern: pattern(
      "(?:pause|stop|freeze|halt) (?:the |this |that |your |my |me )?(?:video|recording|player|clip|film|movie|screen|lesson|tape|playback|me)(?: here| now| right here| right now| for a (?:second|minute|moment)| at this point| if you need to)?",
    ),
    confidence: 0.97,
    unless:
      /\b(?:i'm going to|i'll|i will|i|we'll|let me|don't|do not|no need to|without|need not|not have to|don't have to|don't need to|not need to|after you|once you|when you've|if you've|i'm|you've|you already|(?:i|we) (?:had|have|needed|got|wanted) to) (?:just )?$/,
  },
  // One of a list of verbs with one object, and the doing as a name: "stop, rewind or pause the video", "by pausing it".
  {
    kind: "pause",
    pattern: pattern(
      "(?:pause|stop)(?:(?: or| and)? (?:pause|stop|rewind|replay|restart|rewatch|play|slow down|go back|start|resume))+ (?:the |this |that |your |my |me |it)?(?:video|recording|player|clip|film|movie|lesson)?|(?:rewind|replay|restart|rewatch|slow down|go back|start|play)(?: or| and) (?:pause|stop) (?:the |this |that |it)?(?:video|recording|player|clip|film|lesson)?|pausing (?:it|me|here|(?:the |this |that |your |my )?(?:video|recording|player|clip|film|lesson))",
    ),
    confidence: 0.88,
    unless:
      /\b(?:i'm|i am|i'll|i will|i|we|we're|we'll|let me|don't|do not|no need to|without|keep|after|before|was|been|avoid) (?:just |always |already )?$/,
  },
  {
    kind: "pause",
    pattern: pattern("(?:press|hit|push|click|tap|use) (?:the |that |your )?(?:pause|stop)(?: button)?"),
    confidence: 0.97,
    unless: NEGATED_ORDER,
  },
  {
    kind: "pause",
    pattern: pattern(
      "(?:stop|freeze|halt) (?:it|me|this) (?:here|right here|right there|there|now|for a (?:second|minute|moment)|if you|while you|until you|and draw|and do)|take a pause(?: here| now)?",
    ),
    confidence: 0.87,
    unless: /\b(?:i'm going to|i'll|i will|i|we'll|we|let me|let's|don't|do not|never|to) (?:just )?$/,
  },
  {
    kind: "pause",
    pattern: pattern("put (?:the video|it|this|me) on (?:pause|hold)"),
    confidence: 0.95,
    unless: NEGATED,
  },
  {
    kind: "pause",
    pattern: pattern(
      "pause(?: it| this)?(?: here| now| there| right here| right there| right now| if you need| if you have to| while you| until you| and| to| for as long| so you can| so that you can| whenever| if| anytime| any time| at any time| as you need| as often| when you need)",
    ),
    confidence: 0.9,
    unless:
      /\b(?:i'm going to|i'll|i will|i|we'll|we|let me|let's|don't|do not|a|the|this|no|brief|short|long|his|that|i'm|to a|without) (?:just )?$/,
  },
  {
    kind: "pause",
    pattern: pattern(
      "(?:feel free to|you can|you may|you might want to|you may want to|please|go ahead and|make sure you|be sure to|remember to|you should|need to|have to|want to|just) pause",
    ),
    confidence: 0.9,
    unless: NEGATED,
  },
  {
    kind: "pause",
    pattern: /(?<=^(?:(?:ok|okay|so|alright|and|then|now),? )*)pause(?=$|,|[.!])/g,
    confidence: 0.8,
  },
  {
    kind: "pause",
    pattern: pattern(
      "(?<=^(?:and |but |so )?(?:if|while|until|as long as|whenever)(?: [\\w']+){1,9},? )pause(?=$|,)",
    ),
    confidence: 0.85,
  },
  {
    kind: "pause",
    pattern: pattern("pause (?:it|this|me)"),
    confidence: 0.85,
    unless:
      /\b(?:i'm going to|i'll|i will|i|we'll|we|let me|let's|don't|do not|i'm|without|if you|when you|once you) (?:just )?$/,
  },
  // ── rewind: told to watch again or go back in the video
  {
    kind: "rewind",
    pattern: pattern("rewind(?: it| the video| this| that| me| a bit| a little| and)*"),
    confidence: 0.95,
    unless: /\b(?:i'll|i'm going to|i|let me|don't|no need to|we'll) (?:just )?$/,
  },
  {
    kind: "rewind",
    pattern: pattern(
      "(?:re ?watch|watch|play|replay)(?: \\w+){0,4} (?:again|back|one more time|a second time|over again|over|twice|as many times as you need)",
    ),
    confidence: 0.9,
    unless:
      /\b(?:press|hit|push|click|start|i'll|i'm going to|i|let me|don't|we'll|we|let's|to see you|if you've|you've|i've) (?:just )?$/,
    unlessAfter: /^,? (?:here in part|next)/,
  },
  {
    kind: "rewind",
    pattern: pattern(
      "(?:re-?watch|rewatch|replay|re watch)(?: (?:this|that|it|the|part|step|video|section|any|one))*",
    ),
    confidence: 0.9,
    unless: OWN,
  },
  {
    kind: "rewind",
    pattern: pattern(
      "(?:go|skip|scroll|scrub|run|back|slide|drag|jump|roll|wind)(?: it| up| on)? ?back(?: up)?(?: \\w+){0,3} (?:in the (?:video|recording|clip)|the (?:video|recording|clip)|and (?:re-?watch|watch|look at (?:it|that|this) again|see (?:it|that|how))|to (?:re-?watch|watch|the (?:beginning|start) of the (?:video|recording))|(?:a few|ten|five|thirty|a couple of|couple|some|fifteen|twenty|\\d+) (?:seconds|minutes))",
    ),
    confidence: 0.92,
    unless: /\b(?:i'll|i'm going to|i|let me|don't|we'll|we|let's|we're going to|i'm gonna) (?:just )?$/,
  },
  {
    kind: "rewind",
    pattern: pattern(
      "(?:see|watch|view|hear|play|look at)(?: (?:the|this|that|it|last|whole|part|bit|minute|moment|few|seconds|step|section|stretch))* (?:once more|once again|one more time|a second time|another time)",
    ),
    confidence: 0.9,
    unless: OWN,
  },
  {
    kind: "rewind",
    pattern: pattern(
      "(?:see|watch|look at) (?:this|that|the|it)(?: last| whole)? (?:bit|part|step|section|trick) again",
    ),
    confidence: 0.88,
    unless: OWN,
  },
  {
    kind: "rewind",
    pattern: pattern(
      "(?:wind|scroll|scrub|spool|skip)(?: it| the video| the film| the recording| a bit| a little)* back",
    ),
    confidence: 0.9,
    unless: OWN,
  },
  {
    kind: "rewind",
    pattern: pattern(
      "(?:back up|go back over|back it up|take|back) (?:the |this )?(?:video|recording|clip)(?: back| up)?",
    ),
    confidence: 0.9,
    unless: OWN,
  },
  {
    kind: "rewind",
    pattern: pattern("back (?:it|this|me) up(?: a (?:bit|little|few seconds))?"),
    confidence: 0.85,
    unless: OWN,
  },
  // ── come back: told to return later
  {
    kind: "come-back",
    pattern: pattern(
      "(?:come|coming) (?:on |right )?back (?:later|when|after|once|tomorrow|to (?:the video|this video|this lesson|this recording|the lesson|me|it (?:later|tomorrow|when))|and (?:press|hit|start|finish|join|continue|play|we'll|i'll)|here when|here once|(?:in|after) (?:about |around |roughly |like |maybe |just |say |another |at least )*(?:an?|\\d+|\\w+)(?: (?:or|to|and a) [\\w']+)? (?:hours?|minutes?|days?)|next (?:week|time)|as soon as|whenever)",
    ),
    confidence: 0.93,
    unless:
      /\b(?:i'll|i'm going to|i|let me|we'll|we will|we|let's|we're going to|it'll|it will|will|they|we can|i can|that) (?:just )?$/,
  },
  {
    kind: "come-back",
    pattern: pattern(
      "(?:return|get back|check back|start (?:the video|it|me|this) (?:up )?again|resume(?: the (?:video|recording)| playing| playback| watching)?|un ?pause|unpause|turn (?:me|the video|it) back on|hit play|press play|push play|click play|start me again)(?: \\w+){0,4} ?(?:when|once|after|later|tomorrow|as soon as|whenever)",
    ),
    confidence: 0.9,
    unless: /\b(?:i'll|i'm going to|i|let me|we'll|we|let's|it'll|will|before you|to the corner) (?:just )?$/,
  },
  {
    kind: "come-back",
    pattern: pattern(
      "(?:when|once|after|whenever)(?: [\\w']+){1,8},? (?:come (?:on |right )?back|press play|hit play|push play|un ?pause|resume|start the video again|turn the video back on|join me again|rejoin me|click play)",
    ),
    confidence: 0.93,
  },
  {
    kind: "come-back",
    pattern: pattern(
      "(?:when|once|after|whenever|as soon as)(?: [\\w']+){1,8},? (?:carry on|continue|go on|start again|keep going|pick it up) (?:from |again )?(?:here|with me|with the video|with the lesson)",
    ),
    confidence: 0.9,
    unless: OWN,
  },
  {
    kind: "come-back",
    pattern: pattern(
      "come back (?:with|refreshed|rested)|(?:then|after that|afterwards) (?:carry on|continue|go on|join in) with me",
    ),
    confidence: 0.85,
    unless: OWN,
  },
  {
    kind: "come-back",
    pattern: pattern(
      "(?:press|hit|push|click) play(?: again)?|un ?pause the video|resume the video|meet me back here|join me (?:again )?(?:back here )?(?:when|once|after)|(?:i'll )?see you (?:back here|back) (?:when|once|after|in a)|(?:i'll |i will )see you (?:when|once|after) (?:you|that|it|you're|you've)",
    ),
    confidence: 0.88,
    unless: /\b(?:i'll|i'm going to|i|let me|we'll|before you|when you|after you|once you) $/,
  },
];

/** For each kind, a word without which none of its rules can hold; a new rule may need another. */
export const PLAYER_NEEDS: Partial<Readonly<Record<HeardKind, RegExp>>> = {
  pause: /\b(?:pause|pausing|stop|freeze|halt|hold)\b/,
  rewind: /\b(?:again|once more|more time|back|rewind|replay|rewatch|re watch|over|twice|time)\b/,
  "come-back": /\b(?:back|here|with me|refreshed|play|resume|return|un ?pause|see you|join|start)\b/,
};
