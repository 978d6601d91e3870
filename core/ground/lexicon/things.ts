/** What a class draws and counts: the trade's nouns, common practice, no published source. */
export const DRAWN =
  /^(?:box|cube|crate|line|guide|square|rectangle|circle|oval|ellipse|triangle|shape|block|brick|building|house|window|door|doorway|shutter|pane|tree|bush|cloud|post|pole|bollard|fence|rail|plank|board|tile|letter|stair|step|stairstep|arch|column|pillar|row|mark|tick|dot|point|corner|side|edge|wall|roof|ray|strip|stripe|diagonal|bar|beam|bench|chair|table|shelf|drawer|book|road|lane|street|lamp|rib|hill|boat|barge|sign|panel|section|space|part|piece|floor|level|story|storey|upright|vertical|horizontal|orthogonal|layer|curve|cylinder|cone|prism|pyramid|face|flower|leaf|light|hole|opening|gable|slope|spoke|stone|rung|slat|cut|copy|copie|segment|division|item|object|thing|figure|can|wheel|planter|sill|frame)(?:e?s)?$/;
/** Plural words that are not drawn: they count other things. */
export const NOT_DRAWN =
  /^(?:times|minutes|seconds|hours|days|weeks|years|months|ways|kinds|types|sorts|reasons|lessons|videos|parts|sessions|people|kids|students|guys|questions|words|ones|others|colou?rs|pencils|rulers|erasers|pens|markers|crayons|sheets|pieces|papers|options|choices|tries|chances|rules|tips|mistakes|degrees|dollars|percent|hands|eyes|is|was|this|us|plus|as|its|inches|always|perhaps|sides?)$/;
export const NOT_COUNTED = /^(?:time|times|point|floor|level|side|part)$/;

/** Words before a number that make it a name, not an amount. */
export const NAMED_BY =
  /^(?:number|step|part|lesson|grade|page|chapter|vp|point|version|year|age|figure|exercise|session|week|day|class|level|option|method|style|unit|module|episode|room|section|video|tip|rule|trick)$/;
/** Words after a number that make it no amount of drawing. */
export const NAMES_AFTER =
  /^(?:b|h|hb|d|dimensional|dimensions|point|pt|th|st|nd|rd|year|years|percent|%|times|o'clock|oclock|am|pm|a\.m|p\.m|degrees|degree|dollars|bucks|people|kids|students|thousand|million|thirds?|grade|grader)$/;
export const ABOUT = /^(?:about|around|roughly|approximately|approx|maybe|nearly|almost|say|probably|like)$/;
