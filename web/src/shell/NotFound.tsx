import { Link } from 'react-router';

export const NotFound = () => (
  <div className="p-6">
    <h1 className="text-xl font-bold">There is no such page</h1>
    <p className="mt-2">
      <Link className="underline" to="/">
        Back to the bench
      </Link>
    </p>
  </div>
);
