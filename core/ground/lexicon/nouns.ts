/** What the trade's nouns are drawn as. Common practice, no published source. */
export const DRAWN_AS: readonly (readonly [noun: RegExp, construction: string])[] = [
  [/\b(?:house|kiosk|shed|boathouse|barn|cabin|cottage|hut)\b/, "house"],
  [/\b(?:windows?|shutters?)\b/, "openings"],
  [/\bdoors?(?:way)?\b/, "door"],
  [/\b(?:stairs|staircase|steps up)\b/, "stairs"],
  [/\b(?:posts|poles|lamp ?posts|bollards|fence)\b/, "row"],
  [/\btrees\b/, "trees"],
  [/\b(?:road|street|path|towpath|sidewalk)\b/, "road"],
  [/\b(?:tiled floor|floor|tiles|planks|deck)\b/, "floor"],
  [/\b(?:block letters|letters)\b/, "lettering"],
  [/\b(?:archway|arch)\b/, "archway"],
  [/\b(?:table)\b/, "table"],
  [/\b(?:shelf|shelves)\b/, "shelf"],
  [/\b(?:hills|skyline)\b/, "hills"],
  [/\b(?:box|crate|cube|bench|block|planter|building|warehouse|tower|kerb|curb|square)\b/, "box"],
];
