import { Notice } from "@/ui/kit/Notice";
import { Link } from "@/ui/kit/Link";

export default function Forbidden() {
  return (
    <Notice title="This isn’t yours to open">
      <p>It is for the school&rsquo;s instructors. If you need it, ask yours.</p>
      <Link className="button" href="/">
        Back to the start
      </Link>
    </Notice>
  );
}
