/**
 * Gives a look-up from a thing to the definition of its kind, ready to be asked about that thing. `name` is the field that says the kind.
 * Throws RangeError where two definitions have one kind: one of them would never be asked.
 */
export function registry<Definition, Name extends string>(
  definitions: readonly { readonly [N in Name]: string }[],
  name: Name,
): (of: { readonly [N in Name]: string }) => Definition {
  const byKind = new Map(definitions.map((d) => [d[name], d]));
  const twice = definitions.find((d) => byKind.get(d[name]) !== d);
  if (twice) throw new RangeError(`“${twice[name]}” is defined twice; expected one definition a kind: give one of them another ${name}`);
  // The one place where a thing meets the definition of its own kind: the name says that they belong together.
  return (of) => byKind.get(of[name]) as Definition;
}
