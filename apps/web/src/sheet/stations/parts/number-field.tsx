import { InputNumber, type InputNumberProps } from "antd";
import { stepOf } from "@/format/step";

type Props = Omit<InputNumberProps<number>, "size" | "formatter">;

/** A number to type, as it is: its digits are not filled up to those of the step. Arrow keys change it by a tenth or less. */
export function NumberField(props: Props) {
  const formatter: InputNumberProps<number>["formatter"] = (value, { userTyping, input }) =>
    userTyping ? input : `${value ?? ""}`;
  return <InputNumber size="small" step={stepOf(props.value ?? 0)} formatter={formatter} {...props} />;
}
