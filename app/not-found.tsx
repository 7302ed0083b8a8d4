import { Notice } from "@/ui/kit/Notice";
import { Link } from "@/ui/kit/Link";

export default function NotFound() {
  return (
    <Notice title="There is nothing here">
      <p>The page may have moved, or the record isn&rsquo;t one you can see.</p>
      <Link className="button" href="/">
        Back to the start
      </Link>
    </Notice>
  );
}
