import { Link } from "./Link";

/** What a page is called, under the page it belongs to. */
export function PageTitle({
  title,
  under: { href, label },
}: {
  title: string;
  under: { href: string; label: string };
}) {
  return (
    <>
      <p className="no-print text-15">
        <Link href={href} className="link">
          {label}
        </Link>
      </p>
      <h1 className="mb-4 font-slab text-27 font-semibold">{title}</h1>
    </>
  );
}
