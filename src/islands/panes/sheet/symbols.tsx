import type { ReactNode } from "react";
import type { Part, PartKind, PartOf } from "../../../core/model/machine/format";

/** Half the width that a symbol takes out of its wire. */
export const HALF = 24;

interface Drawn {
  readonly part: Part;
  readonly closed: boolean;
}
type Draw = (drawn: Drawn) => ReactNode;

/** Standard circuit symbols (IEC 60617), drawn round the origin on a horizontal wire from −HALF to HALF. A kind without one is not drawn. */
const SYMBOLS: Record<PartKind, Draw> = {
  switch: ({ closed }) => <Contact closed={closed} />,
  "timer-contact": ({ closed }) => <Contact closed={closed} />,
  "centrifugal-contact": ({ closed }) => (
    <Contact closed={closed}>
      <Letter x={-15} y={-6} letter="n" />
    </Contact>
  ),
  relay: ({ closed }) => (
    <Contact closed={closed}>
      <path d="M-18 -14H-6V-6H-18Z" />
    </Contact>
  ),
  thermostat: ({ closed }) => <Thermal closed={closed} />,
  "radiant-sensor": ({ closed }) => <Thermal closed={closed} />,
  fuse: () => (
    <>
      <Through />
      <rect x="-18" y="-7" width="36" height="14" className="sym-open" />
    </>
  ),
  conductor: () => (
    <>
      <Through />
      <path d="M-9 -6H9M-9 6H9" />
    </>
  ),
  capacitor: () => <path d={`M${-HALF} 0H-4M-4 -11V11M4 -11V11M4 0H${HALF}`} />,
  "moisture-bars": () => <path d={`M${-HALF} 0H-7M-7 -10V10M7 -10V10M7 0H${HALF}M-2 -6L2 -2M-2 2L2 6`} />,
  board: () => <Board />,
  element: () => <Box inside="M-10 -8V8M0 -8V8M10 -8V8" />,
  thermistor: () => <Box inside="M-15 13H-9L11 -13" />,
  coil: () => <Box inside="M-8 8L4 -8" />,
  igniter: () => <Box inside="M-14 5L-7 -5L0 5L7 -5L14 5" />,
  resistor: ({ part }) => RESISTORS[(part as PartOf<"resistor">).role],
  motor: () => <Round letter="M" />,
  supply: () => <Round letter="~" />,
  "gas-valve": () => <Through />,
  "gas-supply": () => <Through />,
  belt: () => <Through />,
  tank: () => <Through />,
  duct: () => <Through />,
  setting: () => <Through />,
};

export const PartSymbol = (drawn: Drawn): ReactNode => SYMBOLS[drawn.part.kind](drawn);

const RESISTORS: Record<PartOf<"resistor">["role"], ReactNode> = {
  lamp: (
    <>
      <path d={`M${-HALF} 0H-12M12 0H${HALF}`} />
      <circle r="12" className="sym-fill" />
      <path d="M-8.5 -8.5L8.5 8.5M-8.5 8.5L8.5 -8.5" />
    </>
  ),
  "timer-motor": <Round letter="M" />,
  pump: <Round letter="M" />,
  heater: <Box />,
};

function Through() {
  return <path d={`M${-HALF} 0H${HALF}`} />;
}

function Contact({ closed, children }: { readonly closed: boolean; readonly children?: ReactNode }) {
  return (
    <>
      <path d={closed ? `M${-HALF} 0H-12L12 -1M12 -6V0H${HALF}` : `M${-HALF} 0H-12L11 -12M12 0H${HALF}`} />
      {children}
    </>
  );
}

function Thermal({ closed }: { readonly closed: boolean }) {
  return (
    <Contact closed={closed}>
      <Letter x={-14} y={-7} letter="ϑ" />
    </Contact>
  );
}

function Letter({ x, y, letter }: { readonly x: number; readonly y: number; readonly letter: string }) {
  return (
    <text x={x} y={y} textAnchor="middle" className="sym-letter">
      {letter}
    </text>
  );
}

function Board() {
  return (
    <>
      <path d={`M${-HALF} 0H-20M20 0H${HALF}`} />
      <rect x="-20" y="-13" width="40" height="26" rx="2" className="sym-fill" />
      <path d="M-12 -5H12M-12 1H6M-12 7H9" />
    </>
  );
}

/** A resistance, with the mark that tells which sort. */
function Box({ inside }: { readonly inside?: string }) {
  return (
    <>
      <path d={`M${-HALF} 0H-20M20 0H${HALF}`} />
      <rect x="-20" y="-8" width="40" height="16" className="sym-fill" />
      {inside && <path d={inside} />}
    </>
  );
}

function Round({ letter }: { readonly letter: string }) {
  return (
    <>
      <path d={`M${-HALF} 0H-15M15 0H${HALF}`} />
      <circle r="15" className="sym-fill" />
      <Letter x={0} y={6} letter={letter} />
    </>
  );
}
