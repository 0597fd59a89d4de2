import { Reference } from "@/reference/reference";

export default function Page() {
  return <Reference />;
}
