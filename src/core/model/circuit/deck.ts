import { item } from "../array/at";
import type { Component, Netlist } from "./netlist";
import { parseSpiceNumber } from "./spice-number";

class DeckError extends SyntaxError {
  constructor(
    readonly line: number,
    readonly given: string,
    expected: string,
  ) {
    super(`line ${line}: “${given.slice(0, 60)}”: expected ${expected}`);
  }
}

const KNOWN = "R… (resistor), V… (source), * comment or .end";

/**
 * Reads a netlist deck: `Rname a b ohms`, `Vname plus minus [DC] volts`, `*` comments, `.end`.
 * The first comment is kept as the title. Net names are case-insensitive.
 * Throws {@link DeckError} with the line number for anything else.
 */
export function readDeck(text: string): Netlist {
  const components: Component[] = [];
  const names = new Set<string>();
  let title: string | undefined;
  let ended = false;
  text.split(/\r?\n/).forEach((raw, index) => {
    const line = raw.replace(/[;].*$/, "").trim();
    const number = index + 1;
    if (line === "" || ended) return;
    if (line.startsWith("*")) {
      title ??= line.slice(1).trim();
    } else if (/^\.end$/i.test(line)) {
      ended = true;
    } else {
      const component = readComponent(line, number);
      if (names.has(component.id)) throw new DeckError(number, component.id, "a name that is not used before");
      names.add(component.id);
      components.push(component);
    }
  });
  if (components.length === 0) throw new DeckError(1, text.split(/\r?\n/, 1)[0] ?? "", `at least one component: ${KNOWN}`);
  return title === undefined ? { components } : { title, components };
}

function readComponent(line: string, number: number): Component {
  const fields = line.toLowerCase().split(/\s+/);
  const [id, a, b] = fields as [string, string, string];
  if (!/^[rv]\S+$/.test(id)) throw new DeckError(number, line, KNOWN);
  const values = id.startsWith("v") && fields[3] === "dc" ? fields.slice(4) : fields.slice(3);
  if (values.length !== 1 || a === undefined || b === undefined) {
    throw new DeckError(number, line, id.startsWith("r") ? "Rname net net ohms" : "Vname plus minus [DC] volts");
  }
  const value = parseSpiceNumber(item(values, 0));
  if (value === undefined) throw new DeckError(number, item(values, 0), "a number such as 0.02, 5.6k or 1meg");
  if (a === b) throw new DeckError(number, line, "two different nets");
  if (id.startsWith("v")) return { kind: "source", id, plus: a, minus: b, volts: value };
  if (!(value > 0))
    throw new DeckError(number, item(values, 0), "a resistance above 0 (leave an open part out; join nets for a dead short)");
  return { kind: "resistor", id, a, b, ohms: value };
}

/** Writes a deck that {@link readDeck} reads back to the same network. */
export function writeDeck(netlist: Netlist): string {
  const lines = netlist.components.map((c) =>
    c.kind === "resistor"
      ? `${withLetter("R", c.id)} ${c.a} ${c.b} ${c.ohms}`
      : `${withLetter("V", c.id)} ${c.plus} ${c.minus} DC ${c.volts}`,
  );
  return [...(netlist.title === undefined ? [] : [`* ${netlist.title}`]), ...lines, ".end", ""].join("\n");
}

const withLetter = (letter: string, id: string): string => (id.toUpperCase().startsWith(letter) ? id : letter + id).replace(/\s/g, "_");
