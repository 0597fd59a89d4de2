import { circleSubpath, type Path } from "@vertexon/geometry";
import { Button } from "antd";
import { type ReactNode, useMemo, useState } from "react";
import { Figure } from "@/format/figure";
import { small } from "@/format/numbers";
import type { MeasuresView } from "@/worker/questions/measures";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { useLayer } from "../../model/layers";
import type { NamedShape } from "../../model/scene";
import { useLongQuestion } from "../../model/use-question";
import { Empty, Facts, Pending } from "../parts/panel";

const degrees = (radians: number): number => (radians * 180) / Math.PI;

interface Form {
  key: string;
  label: string;
  figures: ReactNode;
  path: Path | null;
  /** What gives it in the script, after the shape's name. */
  call: string;
}

/** Moments of a shape's area, and the circles and boxes around it and inside, drawn on the plan. */
export function Measures({ shape }: { shape: NamedShape }) {
  const { view, thread } = useAnswers();
  const { choose } = useChoice();
  const { edit } = useEdits();
  const { name } = shape;
  const { answered, problem } = useLongQuestion({ thread, view }, "measures", { name });
  const measures = answered?.answer ?? null;
  const forms = useMemo(() => (measures ? formsOf(measures) : []), [measures]);
  const [lit, setLit] = useState<string | null>(null);
  useLayer(() => {
    const ghosts = forms.flatMap(({ key, path }) => (path ? [{ path, lit: key === lit }] : []));
    // A dot where the centroid is.
    const rays = measures ? { ...measures.centroid, to: new Float64Array(0) } : undefined;
    return { ghosts, rays };
  }, [forms, measures, lit]);
  if (!measures) {
    if (!(shape.shape.area > 0)) return <Empty>The shape encloses nothing to measure.</Empty>;
    return <Pending problem={problem}>Measuring …</Pending>;
  }
  const { area, perimeter, centroid, second, axis } = measures;
  const write = (call: string) =>
    edit((current, script) => {
      const next = freshName(current, `${shape.definition}_form`);
      choose(next);
      return appendedLine(script, `${next} = ${name}${call}`);
    });
  return (
    <div data-testid="measures">
      <Facts
        pairs
        rows={[
          ["area", <Figure key="a" value={area} of="area" />, "measured-area"],
          ["perimeter", <Figure key="p" value={perimeter} />],
          ["centroid x", <Figure key="x" value={centroid.x} />, "centroid-x"],
          ["centroid y", <Figure key="y" value={centroid.y} />, "centroid-y"],
          ["∫ x² dA", <Figure key="xx" value={second.xx} decimals={1} />],
          ["∫ y² dA", <Figure key="yy" value={second.yy} decimals={1} />],
          ["∫ xy dA", <Figure key="xy" value={second.xy} decimals={1} />],
          ["long axis", <Figure key="t" value={degrees(axis)} decimals={3} unit="°" />],
        ]}
      />
      <p className="quiet">Second moments are about the centroid, along x and y of the plan.</p>
      <ul className="measured-forms">
        {forms.map(({ key, label, figures, call }) => (
          <li key={key} onMouseEnter={() => setLit(key)} onMouseLeave={() => setLit(null)}>
            <span className="measured-label">{label}</span>
            <span className="measured-figures">{figures}</span>
            <Button size="small" type="text" onClick={() => write(call)} aria-label={`Write the ${label}`}>
              Write it
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function formsOf({ circle, inside, turned, upright }: MeasuresView): Form[] {
  const disc = ({ x, y, radius }: { x: number; y: number; radius: number }): Path => ({
    subpaths: [circleSubpath(x, y, radius, radius)],
  });
  return [
    {
      key: "circle",
      label: "smallest circle around",
      figures: (
        <>
          radius <Figure value={circle.radius} /> at <Figure value={circle.x} />, <Figure value={circle.y} />
        </>
      ),
      path: disc(circle),
      call: ".enclose()",
    },
    {
      key: "inside",
      label: "largest circle inside",
      figures: inside ? (
        <>
          radius <Figure value={inside.radius} /> (none larger by {small(inside.bound - inside.radius)}) at{" "}
          <Figure value={inside.x} />, <Figure value={inside.y} />
        </>
      ) : (
        "none: too narrow"
      ),
      path: inside && disc(inside),
      call: ".inscribe()",
    },
    {
      key: "turned",
      label: "smallest box",
      figures: (
        <>
          <Figure value={turned.width} /> by <Figure value={turned.height} />, turned by{" "}
          <Figure value={degrees(turned.angle)} decimals={3} unit="°" />
        </>
      ),
      path: turned.path,
      call: ".enclose(in: box)",
    },
    {
      key: "upright",
      label: "upright box",
      figures: (
        <>
          <Figure value={upright.width} /> by <Figure value={upright.height} />
        </>
      ),
      path: upright.path,
      call: ".enclose(in: upright)",
    },
  ];
}
