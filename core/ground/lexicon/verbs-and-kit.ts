/** What is done on the paper: the plain verb, and the ways it is said (alternatives of a pattern over plain words). */
export const VERBS: readonly (readonly [verb: string, said: string])[] = [
  ["draw", "draw|draws|drawing|drew|drawn|sketch|rule"],
  ["connect", "connect|connects|connecting|connected|join|joins|joining"],
  ["erase", "erase|erases|erasing|erased|rub out|rubbing out"],
  ["trace", "trace|traces|tracing|traced|go over|outline"],
  ["mark", "mark|marks|marking|marked|tick"],
  ["measure", "measure|measures|measuring|measured"],
  ["extend", "extend|extends|extending|continue the line|carry on the line"],
  ["fold", "fold|folds|folding|folded"],
  ["cut", "cut|cuts|cutting"],
  ["close", "close (?:it|the|off|up|this|that)(?: \\w+)?|closing"],
  ["colour", "colou?r|colou?ring|shade|shading|shaded|paint|painting|fill in"],
  ["ink", "ink|inking|go over (?:it|this|them) (?:in|with) (?:a |your )?(?:pen|marker)"],
];

/** What the kit calls a thing, by the words it goes by. */
export const MATERIALS: readonly (readonly [thing: string, said: string])[] = [
  ["pencil", "(?:\\w+ )?pencils?(?: sharpener)?|2b|hb|4b|6b"],
  ["eraser", "(?:kneaded |white |pink )?erasers?|rubber"],
  ["ruler", "(?:\\w+ )?rulers?|straight ?edges?|t square"],
  [
    "sheet",
    "(?:sheets?|pieces?) of (?:\\w+ )?paper|drawing paper|printer paper|copy paper|sketchbook|(?:white |blank |square )?paper|cardstock|card stock",
  ],
  ["scissors", "scissors"],
  ["knife", "(?:craft|hobby) knife|cutter|box cutter|blade"],
  ["glue", "glue(?: stick)?|paste"],
  ["tape", "(?:masking |painter's |washi )?tape"],
  ["pen", "(?:fineliner|fine liner|waterproof pen|black pen|ink pen|pens?|felt tips?)"],
  ["marker", "(?:permanent |black )?markers?"],
  ["crayon", "crayons?|oil pastels?|wax crayons?"],
  ["paint", "watercolou?rs?|paint ?brush(?:es)?|paints?|water pot"],
  ["coloured pencil", "colou?red pencils?|colou?ring pencils?"],
];
