import { InputNumber, type InputNumberProps } from "antd";
import { stepOf } from "@/format/step";

/** A number to type. Arrow keys change it by a tenth or less, or by a step of its own. */
export function NumberField(props: Omit<InputNumberProps<number>, "size">) {
  return <InputNumber size="small" step={stepOf(props.value ?? 0)} {...props} />;
}
