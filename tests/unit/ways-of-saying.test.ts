import { expect, test } from "vitest";
import { type HeardKind, understand } from "#core/time/narration";

// Ways of saying it that are common in taught drawing, and others that only sound like them: common practice, no published
// source.
const SAID: readonly (readonly [HeardKind, readonly string[]])[] = [
  [
    "act-now",
    [
      "I'd like for you to draw that line.",
      "So what I want you to do is take your ruler and draw a line across.",
      "What I need you guys to do next is mark both sides.",
      "You're going to go ahead and draw that line.",
      "You guys are gonna go ahead and put that in.",
      "Take a second and draw yours.",
      "Let's see if you can draw that.",
      "Draw that for me please.",
      "so do that one more time for me",
      "Draw along with me.",
      "Go ahead, do it with me.",
      "Alright, you do it.",
      "you guys do that",
      "It's time for you to draw it.",
      "You can draw yours now.",
      "You may start now.",
      "I'll let you do that.",
      "I'll let you guys work on that for a minute.",
      "Your job is to finish the other side.",
      "I'm going to have you draw the same line on yours.",
      "Can you guys please draw that line?",
      "Okay ready? Go ahead.",
      "so right now I want you to put a dot",
      "Everyone, put your ruler on the dot.",
      "Try drawing that.",
      "Give it a shot.",
      "See if you can do the same on your paper.",
      "Now it's time to draw the door.",
      "Now take your ruler and draw a line from here to here.",
      "and now connect those two dots",
      "Now you do the other side.",
      "Okay now we're ready, so you go ahead.",
    ],
  ],
  [
    "pause",
    [
      "Pause here.",
      "Go ahead and hit pause.",
      "You can stop it here.",
      "pause me if you need to",
      "You're going to want to pause the video.",
      "If you need more time just pause.",
      "Take a pause here and finish.",
      "Let's pause. Stop the video now.",
      "Press the pause button and draw it.",
      "Please pause this and get it done.",
      "so hit that pause button",
    ],
  ],
  [
    "rewind",
    [
      "Rewind it if you missed it.",
      "You can back it up.",
      "Go back and watch it again.",
      "scroll back a little bit",
      "Feel free to replay that part.",
      "You can always rewatch this.",
    ],
  ],
  [
    "come-back",
    [
      "Come back when you're done.",
      "Hit play when you're ready.",
      "Unpause when you've finished.",
      "I'll see you when you're done.",
      "Start the video again once it's drawn.",
      "When you've got that, come on back.",
      "let it dry and come back tomorrow",
      "Then press play again.",
    ],
  ],
  [
    "watch-only",
    [
      "Just watch me first.",
      "Don't draw this yet.",
      "Let me show you first.",
      "Watch what I do.",
      "I want you to watch this part.",
      "Pencils down.",
      "You don't need to draw this part, just watch.",
      "Eyes on me.",
      "For this part I just want you watching.",
    ],
  ],
  [
    "speeded",
    [
      "I'm going to speed this up.",
      "I'll fast forward through this.",
      "Here it is in time lapse.",
      "This is at two times speed.",
      "I sped this part up.",
      "I'm gonna go ahead and speed the video up.",
    ],
  ],
  [
    "part-break",
    [
      "We'll finish this next week.",
      "In part two we'll add color.",
      "This is the end of part one.",
      "See you in the next video where we'll do the roof.",
      "We're going to stop here for today and finish it tomorrow.",
      "Next class we will be shading.",
    ],
  ],
  [
    "erase",
    [
      "Erase that line.",
      "Go ahead and erase your guidelines.",
      "Now I'm erasing the extra lines.",
      "We can erase this now.",
      "Get rid of those extra lines.",
      "Take your eraser and clean that up.",
      "so I'm gonna erase this little part right here",
      "rub that line out",
    ],
  ],
  [
    "to-vp",
    [
      "Draw a line from the corner to the vanishing point.",
      "Connect this corner to the VP.",
      "Line up your ruler with the dot and the corner.",
      "This one goes back to our vanishing point.",
      "All of these lines go to the center dot.",
      "From here to vanishing point number two.",
      "Aim it at the point.",
      "Take the top corner back to the dot.",
      "Do the same on the other side to the left vanishing point.",
      "draw from there to the VP on the right",
    ],
  ],
  [
    "parallel",
    [
      "Make it parallel to the top edge.",
      "Keep that straight up and down.",
      "Draw a vertical line.",
      "Draw a horizontal line across.",
      "It's perfectly vertical.",
      "Slide your ruler over and draw another one.",
      "Keep them parallel.",
    ],
  ],
];
const NOT_SAID: readonly (readonly [HeardKind, readonly string[]])[] = [
  [
    "act-now",
    [
      "I'm going to go ahead and draw mine.",
      "I'm gonna go ahead and do that now.",
      "Right now I have a rectangle.",
      "You could draw a door.",
      "The line goes from here to here.",
      "I draw a line here.",
      "Now I draw a line here.",
      "Now we have two lines.",
      "If you want to draw a door you can.",
      "Let's draw a line.",
      "Now the roof is done.",
      "before you go ahead and draw it",
      "When you go ahead and draw it, be careful.",
      "I want you to notice how light that is.",
      "You'll want to draw lightly.",
      "Now this line is my horizon line.",
      "Now that we've drawn the line",
      "Now, how tall is it?",
      "Now remember, these are vertical.",
      "So now I'm going to measure.",
    ],
  ],
  [
    "pause",
    [
      "I'm going to pause for a second.",
      "I had to pause the video to find my ruler.",
      "Stop at the horizon line.",
      "Don't stop drawing.",
      "There was a pause in the recording.",
      "Stop right when you reach the line.",
    ],
  ],
  [
    "rewind",
    [
      "We go back to the corner.",
      "I'm going back to the left vanishing point.",
      "Let's go back to our horizon line.",
      "Go back over your line with a pen.",
      "Take it back to the vanishing point.",
    ],
  ],
  [
    "come-back",
    [
      "We'll come back to this later.",
      "I'll come back to the door.",
      "The line comes back to the edge.",
      "Welcome back.",
    ],
  ],
  [
    "watch-only",
    [
      "Watch your lines.",
      "Watch out for smudges.",
      "Look at the corner.",
      "Watch that your ruler doesn't slip.",
    ],
  ],
  [
    "part-break",
    [
      "Bye, see you next time.",
      "The second part of the roof is slanted.",
      "Thanks for watching.",
      "Next, we draw the door.",
      "part of the roof",
    ],
  ],
  [
    "erase",
    [
      "We'll erase this later.",
      "Don't erase that.",
      "Draw lightly so you can erase it.",
      "You need an eraser.",
      "We will erase that at the end.",
      "There's no erasing here.",
      "That makes it easier to erase.",
    ],
  ],
  [
    "parallel",
    [
      "Don't make it parallel.",
      "It's not parallel to the top.",
      "A lot of people draw it straight across, don't do that.",
    ],
  ],
  [
    "to-vp",
    [
      "This is our vanishing point.",
      "Put a dot for your vanishing point.",
      "It's not going to the vanishing point.",
      "The vanishing point is on the horizon line.",
    ],
  ],
];
const AMOUNTS: readonly (readonly [string, readonly (number | readonly number[])[]])[] = [
  ["an eighth of an inch", [0.125]],
  ["2 and 1/2 inches", [2.5]],
  ["a two-and-a-half-inch line", [2.5]],
  ["leave a half-inch border", [0.5]],
  ["one inch by two inches", [1, 2]],
  ["an inch to an inch and a half", [[1, 1.5]]],
  ["two to two and a half inches", [[2, 2.5]]],
  ["between 1 and 2 inches", [[1, 2]]],
  ["1-2 inches", [[1, 2]]],
  ["three-quarters of an inch", [0.75]],
  ["a couple inches", [2]],
  ["a couple of inches", [2]],
  ["about two finger widths apart", [2]],
  ["a third of the way down", [1 / 3]],
  ["three fourths of an inch", [0.75]],
  ["one fourth of an inch", [0.25]],
  ["one and a quarter inch", [1.25]],
  ['1 1/2" tall', [1.5]],
  ["seven and a half inches by five inches", [7.5, 5]],
  ["go over 2 and up 3 inches", [2, 3]],
  ["make it 5cm wide and 3cm tall", [5, 3]],
  ["0.5 inches", [0.5]],
  ["five eighths of an inch", [0.625]],
  ["an inch and three eighths", [1.375]],
  ["let it dry for ten minutes", [10]],
  ["wait 24 hours", [24]],
  ["a half an inch", [0.5]],
  ["half inch", [0.5]],
  ["1/4 inch", [0.25]],
  ["quarter of an inch", [0.25]],
  ["2.5 centimeters", [2.5]],
  ["twenty five millimeters", [25]],
  ["two feet", [2]],
  ["an inch or two", [[1, 2]]],
  ["three or four inches", [[3, 4]]],
  ["draw four vertical lines", [4]],
  ["you need two vanishing points", [2]],
  ["halfway between the two lines", [0.5]],
  ["two thirds of the page", [2 / 3]],
];
const NO_AMOUNTS = [
  "Use a 2B pencil.",
  "An A4 sheet.",
  "It's three o'clock.",
  "Number two pencil.",
  "Step three.",
  "the first one",
  "one of these",
  "this one here",
  "Part 2 of 3",
];

const heardIn = (text: string) => understand([{ id: "c1", startMs: 0, endMs: 5000, text }]);

test.each(SAID.flatMap(([kind, texts]) => texts.map((text) => [kind, text] as const)))(
  "%s: %s",
  (kind, text) => {
    expect(heardIn(text).map((h) => h.kind)).toContain(kind);
  },
);

test.each(NOT_SAID.flatMap(([kind, texts]) => texts.map((text) => [kind, text] as const)))(
  "no %s: %s",
  (kind, text) => {
    expect(heardIn(text).map((h) => h.kind)).not.toContain(kind);
  },
);

test.each(AMOUNTS)("make it %s", (text, wanted) => {
  const amounts = heardIn(`Make it ${text}.`).flatMap((h) =>
    h.kind === "measurement" && h.amount ? [h.amount.value] : [],
  );
  expect(amounts.length).toBe(wanted.length);
  for (const [i, value] of amounts.entries())
    expect([value].flat().map((v) => v.toFixed(3))).toEqual(
      [wanted[i] ?? Number.NaN].flat().map((v) => v.toFixed(3)),
    );
});

test.each(NO_AMOUNTS)("no amount: %s", (text) => {
  expect(heardIn(text).filter((h) => h.kind === "measurement")).toEqual([]);
});
