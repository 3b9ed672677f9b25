import fc from "fast-check";
import { expect, test } from "vitest";
import { checkFile, fileHash, MOST_FILE_BYTES } from "../../../src/core/record/files/file";

const text = new TextEncoder().encode("0.1,12.4\n");
const jpeg = Uint8Array.of(0xff, 0xd8, 0xff, 0xe0, 1, 2, 3);

test("a file is what its name says, of a type that is kept; whatever is not is refused with what was given and what is expected", () => {
  expect(checkFile({ hash: fileHash(text), type: "text/csv", bytes: text })).toEqual({
    hash: fileHash(text),
    type: "text/csv",
    bytes: text,
  });
  const why = (given: Parameters<typeof checkFile>[0]) => {
    const checked = checkFile(given);
    return "message" in checked ? `${checked.field}: ${checked.message}` : "kept";
  };
  const png = Uint8Array.of(0x89, 0x50, 0x4e, 0x47);
  const zero = Uint8Array.of(49, 0, 50);
  const large = new Uint8Array(MOST_FILE_BYTES + 1).fill(49);
  expect([
    why({ hash: fileHash(jpeg), type: "image/jpeg", bytes: jpeg }),
    why({ hash: fileHash(jpeg), type: "image/svg+xml", bytes: jpeg }),
    why({ hash: fileHash(png), type: "image/jpeg", bytes: png }),
    why({ hash: fileHash(zero), type: "text/csv", bytes: zero }),
    why({ hash: fileHash(new Uint8Array()), type: "text/csv", bytes: new Uint8Array() }),
    why({ hash: "../../etc", type: "text/csv", bytes: text }),
    why({ hash: fileHash(large), type: "text/csv", bytes: large }),
  ]).toMatchInlineSnapshot(`
    [
      "kept",
      "type: a file of type “image/svg+xml”; expected image/jpeg or text/csv",
      "body: the file is no JPEG picture",
      "body: the file holds zero bytes; expected text",
      "body: the file is empty",
      "hash: “../../etc” is not a SHA-256 in hexadecimal",
      "body: the file is 8000001 bytes long; expected at most 8000000",
    ]
  `);
});

test("one bit more or less is another file", () => {
  fc.assert(
    fc.property(fc.uint8Array({ minLength: 1, maxLength: 60 }), fc.nat(), (bytes, at) => {
      const other = bytes.map((b, i) => (i === at % bytes.length ? b ^ 1 : b));
      expect(checkFile({ hash: fileHash(bytes), type: "text/csv", bytes: other })).toHaveProperty("message");
    }),
  );
});
