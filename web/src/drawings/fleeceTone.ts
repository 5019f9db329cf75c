/** Tones of natural fibre by the words people use for them; the first word that fits counts. */
const tones: [RegExp, string, string][] = [
  [/black/i, '#4B423D', '#2A241F'],
  [/charcoal|steel|dark gr[ae]y/i, '#6C6863', '#45413D'],
  [/silver|light gr[ae]y/i, '#B9B4AB', '#77726A'],
  [/gr[ae]y/i, '#8F8B85', '#55514C'],
  [/moorit|chestnut|rust|red/i, '#8A5A3C', '#5A3823'],
  [/brown|coffee|dark/i, '#75563F', '#4A3425'],
  [/fawn|camel|caramel|honey|tan/i, '#BD9A6E', '#80623F'],
  [/spotted|piebald|mixed/i, '#B4A48F', '#5B4D40'],
];

/** Fill and line for a fibre's colour; undyed white when nothing is said. */
export function fleeceTone(colour: string): { fill: string; line: string } {
  const found = tones.find(([words]) => words.test(colour));
  return found ? { fill: found[1], line: found[2] } : { fill: '#E9DDC6', line: '#8C7453' };
}
