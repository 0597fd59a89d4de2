import { type Picture, type Span, type TextEdit, writeNumber } from "@vertexon/notation";
import { App, Button, Select, Slider, Upload } from "antd";
import { stepAcross } from "@/format/step";
import { useAnswers } from "../../model/answers";
import { appendedLine } from "../../model/append";
import { useAttached } from "../../model/attached";
import { useEdits } from "../../model/edits";
import { shapesOf } from "../../model/scene";
import { NumberField } from "../parts/number-field";

/** Pictures under the plan: attached, laid, faded, and clipped by a shape; all of it statements of the script. */
export function PictureSettings() {
  const { view } = useAnswers();
  const { edit } = useEdits();
  const attachments = useAttached();
  const { message } = App.useApp();
  const add = async (file: File) => {
    try {
      if (!file.type.startsWith("image/"))
        throw new Error(`${file.name} is no picture: expected a PNG, JPEG or the like`);
      const content = await dataUrl(file);
      const name = file.name.replace(/["\\/\n]/g, "");
      const { width } = await sizeOf(content);
      await attachments.add([{ name, content }]);
      // It begins as wide as the plan.
      edit((current, script) =>
        appendedLine(script, `picture "${name}", scale ${writeNumber(current.plan.width / width, 4)}, fade 50%`),
      );
    } catch (error) {
      void message.error((error as Error).message);
    }
  };
  return (
    <div data-testid="pictures">
      {view.pictures.map((picture, i) => (
        <OnePicture key={`${picture.file} ${picture.span.from}`} picture={picture} index={i} />
      ))}
      {view.pictures.length === 0 && (
        <p className="quiet">A picture under the plan helps to read points off it. It is attached to the sheet.</p>
      )}
      <Upload
        accept="image/*"
        showUploadList={false}
        beforeUpload={(file) => {
          void add(file);
          return false;
        }}
      >
        <Button size="small">Lay a picture under the plan</Button>
      </Upload>
    </div>
  );
}

function OnePicture({ picture, index }: { picture: Picture; index: number }) {
  const { view } = useAnswers();
  const { edit, endDrag } = useEdits();
  /** Rewrites one setting, or adds it where it is not written. */
  const set = (key: keyof Picture["places"], value: string, word: string, drag = false): void =>
    edit(
      (current) => {
        const now = current.pictures[index];
        return now ? [settingEdit(now, now.places[key], value, word)] : null;
      },
      { drag },
    );
  const names = [...new Set(shapesOf(view).map(({ name, definition }) => (name === definition ? name : null)))];
  const point = (x: number, y: number): string => `(${writeNumber(x, 3)}, ${writeNumber(y, 3)})`;
  return (
    <section className="one-picture" aria-label={picture.file}>
      <div className="inline-field">
        <strong className="mono">{picture.file}</strong>
        <Button
          size="small"
          onClick={() =>
            edit((current, script) => {
              const span = current.pictures[index]?.span;
              const end = span && script.indexOf("\n", span.to);
              return span ? [{ from: span.from, to: end === -1 ? span.to : (end ?? 0) + 1, insert: "" }] : null;
            })
          }
        >
          Take away
        </Button>
      </div>
      <div className="number-slider">
        <span>fade</span>
        <Slider
          min={0}
          max={100}
          value={Math.round(picture.fade * 100)}
          onChange={(value) => set("fade", `${value}%`, "fade", true)}
          onChangeComplete={endDrag}
          ariaLabelForHandle="fade"
        />
        <span className="mono">{Math.round(picture.fade * 100)}%</span>
      </div>
      <div className="inline-field">
        scale
        <NumberField
          min={1e-6}
          value={picture.scale}
          aria-label="Plan units to a pixel"
          onChange={(value) => value && set("scale", writeNumber(value, 6), "scale")}
        />
        top left at
        <NumberField
          step={stepAcross(view.plan)}
          value={picture.x}
          aria-label="Picture x"
          onChange={(value) => value !== null && set("at", point(value, picture.y), "at")}
        />
        <NumberField
          step={stepAcross(view.plan)}
          value={picture.y}
          aria-label="Picture y"
          onChange={(value) => value !== null && set("at", point(picture.x, value), "at")}
        />
      </div>
      <div className="inline-field">
        shown in
        <Select
          size="small"
          className="picture-clip"
          value={picture.clip ?? ""}
          aria-label="Shown in"
          options={[
            { value: "", label: "all of it" },
            ...names.flatMap((name) => (name ? [{ value: name, label: name }] : [])),
          ]}
          onChange={(name: string) =>
            name
              ? set("clip", name, "clip")
              : edit((current, script) => {
                  const place = current.pictures[index]?.places.clip;
                  if (!place) return null;
                  const from = script.slice(0, place.from).search(/,\s*clip\s+$/);
                  return [{ from, to: place.to, insert: "" }];
                })
          }
        />
      </div>
    </section>
  );
}

function settingEdit(picture: Picture, place: Span | null, value: string, word: string): TextEdit {
  if (place) return { ...place, insert: value };
  return { from: picture.span.to, to: picture.span.to, insert: `, ${word} ${value}` };
}

function dataUrl(file: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(new Error(`${file.name} could not be read`));
    reader.readAsDataURL(file);
  });
}

function sizeOf(url: string): Promise<{ width: number; height: number }> {
  return new Promise((resolve, reject) => {
    const image = new Image();
    image.onload = () => resolve({ width: image.naturalWidth, height: image.naturalHeight });
    image.onerror = () => reject(new Error("the picture could not be read: expected a PNG, JPEG or the like"));
    image.src = url;
  });
}
