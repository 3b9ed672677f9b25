import type { ReactNode } from "react";
import type { Sort } from "../../../core/model/machine/cabinet";

/** A sheet seen from its side, upright: what most panels are. */
const Sheet = ({ children }: { readonly children?: ReactNode }) => (
  <>
    <path d="M14 44 92 20V150L14 172Z" className="body" />
    <path d="M92 20H104V152L92 150" className="body" />
    {children}
  </>
);
const Screw = ({ x, y }: { readonly x: number; readonly y: number }) => <circle cx={x} cy={y} r="3" className="mark" />;

/** Holds what comes off, drawn by its sort, in a box of 120 by 190. */
const GLYPHS: Record<Sort, ReactNode> = {
  machine: (
    <>
      <path d="M16 50 76 34V150L16 168ZM76 34H106V140L76 150M16 50 46 42 106 34" className="body" />
      <ellipse cx="46" cy="104" rx="20" ry="28" transform="rotate(-6 46 104)" />
      <path d="M84 178H52M60 172 52 178 60 184" className="arrow" />
    </>
  ),
  cover: (
    <>
      <path d="M34 84 84 70V126L34 141Z" className="body" />
      <Screw x={58} y={86} />
      <path d="M46 118 72 110" />
    </>
  ),
  top: (
    <>
      <path d="M10 136 52 112H112L70 136Z" className="body" />
      <path d="M10 136V145H70V136M70 145 112 120V112" className="body" />
    </>
  ),
  console: (
    <>
      <path d="M14 96 82 82V128L14 146Z" className="body" />
      <path d="M82 82H102V122L82 128" className="body" />
      <path d="M24 112 44 107M24 126 40 122" />
      <ellipse cx="62" cy="111" rx="8" ry="11" />
      <path d="M62 101V111" />
    </>
  ),
  front: (
    <Sheet>
      <ellipse cx="53" cy="96" rx="25" ry="38" transform="rotate(8 53 96)" />
      <ellipse cx="53" cy="96" rx="21" ry="33" transform="rotate(8 53 96)" />
      <Screw x={22} y={54} />
      <Screw x={84} y={36} />
      <Screw x={84} y={134} />
      <Screw x={22} y={155} />
    </Sheet>
  ),
  bulkhead: (
    <Sheet>
      <ellipse cx="53" cy="82" rx="26" ry="36" transform="rotate(8 53 82)" />
      <path d="M30 136 74 124V142L30 154ZM41 133V151M52 130V148M63 127V145" />
    </Sheet>
  ),
  belt: (
    <>
      <ellipse cx="60" cy="88" rx="34" ry="52" transform="rotate(8 60 88)" />
      <ellipse cx="60" cy="88" rx="29" ry="47" transform="rotate(8 60 88)" />
      <circle cx="42" cy="158" r="7" />
      <circle cx="66" cy="156" r="11" />
    </>
  ),
  drum: (
    <>
      <path d="M46 42H82A24 50 0 0 1 82 142H46" className="body" />
      <ellipse cx="46" cy="92" rx="30" ry="50" className="body" />
      <ellipse cx="46" cy="92" rx="26" ry="45" />
      <path d="M46 126V140M30 60 37 74M66 62 58 76" />
    </>
  ),
  duct: <path d="M22 60H60V140H98M22 82H40V160H98M60 60V140M98 140V160" />,
  burner: (
    <path d="M16 112H76V92H104V132H76V118M28 112V104M40 112V104M52 112V104M24 146C30 136 36 136 40 146M48 146C54 136 60 136 64 146" />
  ),
  lower: (
    <>
      <path d="M14 100 92 80V130L14 152Z" className="body" />
      <path d="M92 80H104V130L92 130" className="body" />
      <path d="M34 98 44 95M66 89 76 86" className="thick" />
    </>
  ),
  side: (
    <>
      <path d="M34 34 88 24V160L34 174Z" className="body" />
      <path d="M46 62 76 56V130L46 138Z" />
    </>
  ),
  rear: (
    <Sheet>
      <path d="M26 62 80 46M26 78 80 62M26 94 80 78" />
      <ellipse cx="52" cy="134" rx="12" ry="14" />
    </Sheet>
  ),
};

export const Glyph = ({ sort }: { readonly sort: Sort }) => (
  <svg viewBox="0 0 120 190" aria-hidden="true">
    {GLYPHS[sort]}
  </svg>
);

/** Shows what is to be reached, behind everything else. */
export const GoalGlyph = () => (
  <svg viewBox="0 0 120 190" aria-hidden="true">
    <Sheet>
      <ellipse cx="53" cy="96" rx="30" ry="44" transform="rotate(8 53 96)" className="goal" />
      <path d="M32 100 39 84 46 110 53 82 60 108 67 82 74 98" className="thick" />
    </Sheet>
  </svg>
);

/** Something that no file knows. */
export const OwnGlyph = () => (
  <svg viewBox="0 0 120 190" aria-hidden="true">
    <path d="M36 76 84 64V122L36 136Z" className="body" />
    <path d="M50 96C50 82 72 80 70 94 69 102 60 102 60 112M60 120V122" className="thick" />
  </svg>
);
