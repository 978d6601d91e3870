import { memo, useMemo } from "react";
import {
  type Colour,
  type Drawing,
  drawWith,
  type Mark,
  PAPER_PALETTE,
  type Pen,
  type SvgElement,
  sameMark,
  svgPen,
} from "#core/showing/display";

type Palette = Readonly<Record<Colour, string>>;

/** The screen's pen: draws finished marks, decides nothing. Of a drag only the marks that changed are drawn anew. */
export const MarkLayer = memo(function MarkLayer({
  drawing,
  palette = PAPER_PALETTE,
}: {
  drawing: Drawing;
  palette?: Palette;
}) {
  const pen = useMemo(() => svgPen(palette), [palette]);
  return (
    <g data-drawing="">
      {drawing.marks.map((mark) => (
        <MarkElement key={mark.id} mark={mark} pen={pen} />
      ))}
    </g>
  );
});

const MarkElement = memo(
  function MarkElement({ mark, pen }: { mark: Mark; pen: Pen<SvgElement> }) {
    const { tag: Tag, attributes, lines } = drawWith(pen, mark);
    const {
      "stroke-width": strokeWidth,
      "stroke-linecap": strokeLinecap,
      "stroke-linejoin": strokeLinejoin,
      "stroke-dasharray": strokeDasharray,
      "fill-opacity": fillOpacity,
      "fill-rule": fillRule,
      "font-size": fontSize,
      "font-family": fontFamily,
      "font-weight": fontWeight,
      "text-anchor": textAnchor,
      "paint-order": paintOrder,
      ...rest
    } = attributes;
    const props = {
      strokeWidth,
      strokeLinecap,
      strokeLinejoin,
      strokeDasharray,
      fillOpacity,
      fillRule,
      fontSize,
      fontFamily,
      fontWeight,
      textAnchor,
      paintOrder,
      ...rest,
    } as object;
    return (
      <Tag {...props}>
        {lines.length > 0
          ? lines.map((l) => (
              <tspan key={`${l.y}`} x={l.x} y={l.y}>
                {l.text}
              </tspan>
            ))
          : null}
      </Tag>
    );
  },
  (a, b) => a.pen === b.pen && sameMark(a.mark, b.mark),
);

/** A drawing as a picture of its own. */
export function DrawingView({
  drawing,
  className,
  palette,
}: {
  drawing: Drawing;
  className?: string | undefined;
  palette?: Palette;
}) {
  const { x, y, width, height } = drawing.box;
  return (
    <svg className={className} viewBox={`${x} ${y} ${width} ${height}`} role="img" aria-label={drawing.alt}>
      <MarkLayer drawing={drawing} {...(palette ? { palette } : {})} />
    </svg>
  );
}
