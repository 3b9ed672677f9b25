import fc from "fast-check";
import { expect, test } from "vitest";
import { withFigures } from "../../src/core/speech/hear/number-words";

test.each([
  ["element ten point eight", "element 10.8"],
  ["exhaust one forty five", "exhaust 145"],
  ["two thirty eight across", "238 across"],
  ["half an ohm", "0.5 ohm"],
  ["coil thirteen hundred", "coil 1300"],
  ["nought point nine", "0.9"],
  ["two hundred and thirty eight volts", "238 volts"],
  ["twenty two and a half amps", "22.5 amps"],
  ["one oh five", "105"],
  ["five ohms, ten volts", "5 ohms, 10 volts"],
  ["door switch zero point two, limit open", "door switch 0.2, limit open"],
  ["one and a half minutes", "1.5 minutes"],
  ["forty five, six screws", "45, six screws"],
])("“%s” is “%s”", (said, written) => expect(withFigures(said)).toBe(written));

test.each(["one fell off", "two of them", "a quarter turn", "the fourteenth", "point", "half way", "new one", "two three screws"])(
  "“%s” stays as it is said",
  (said) => expect(withFigures(said)).toBe(said),
);

test("what has no number word comes back as it is", () => {
  fc.assert(
    fc.property(fc.stringMatching(/^[b-df-hj-np-rv-xz ,.0-9]*$/), (line) => {
      expect(withFigures(line)).toBe(line);
    }),
  );
});
