/** Words about devices to practise on. */
export const practiceWords = {
  title: "Practise on a device",
  link: "practise on a device",
  intro:
    "These devices are not there: each is a small model that understands the commands of the demo's runbooks, breaks as real ones do, and can be mended. What was done to one is forgotten when you give it back; a case about it counts as any case of this demo.",
  takeBroken: "Take one with a fault",
  sound: "or one that nothing is wrong with",
  mine: "In your hands",
  back: "give it back",
  givenBack: "It is given back.",
  kinds: {
    till: "ticket till",
    scanner: "boarding scanner",
    wheelhouse: "wheelhouse panel",
    laptop: "staff laptop",
    board: "departure board",
    server: "shore server",
  } as Record<string, string>,
  screen: "Its screen",
  console: "Its console",
  prompt: "type a command, or help",
  answerPrompt: "it asks: type the answer",
  hands: "By hand",
  log: "Its log",
  noLog: "The log is empty.",
  takeIn: "take in what it says",
  passed: (minutes: number) =>
    minutes < 1 ? "under a minute has passed on it" : `${Math.round(minutes)} min have passed on it`,
};
