import { CARD, inkBoxes } from '@north-step/core/clarity';
import { SlimBand, SlimButton } from '../next/index.ts';

const SCALE_MM = 1.4;

/** The clarity card, at the size it is printed: 140 × 112 mm. */
export function CardPage() {
  return (
    <>
      <div className="print:hidden">
        <SlimBand
          say="Print the clarity card."
          more="On plain matt paper, at full size. Keep it dry; print a new one when it yellows."
          keys={<SlimButton label="Print" onPress={() => window.print()} />}
        />
      </div>
      <figure className="m-8" aria-label="Clarity card: a black frame, two white and two black patches">
        <svg
          width={`${CARD.width * SCALE_MM}mm`}
          height={`${CARD.height * SCALE_MM}mm`}
          viewBox={`0 0 ${CARD.width} ${CARD.height}`}
          role="img"
          aria-label="Clarity card"
        >
          <rect width={CARD.width} height={CARD.height} fill="#fff" stroke="#999" strokeWidth={0.2} />
          {inkBoxes().map((box) => (
            <rect
              key={`${box.left} ${box.top}`}
              x={box.left}
              y={box.top}
              width={box.right - box.left}
              height={box.bottom - box.top}
              fill="#000"
            />
          ))}
        </svg>
        <figcaption className="mt-3 max-w-prose text-ink-2">
          Left pair: stays beside the jar. Right pair: stands behind it. Leave the white margin in sight.
        </figcaption>
      </figure>
    </>
  );
}
