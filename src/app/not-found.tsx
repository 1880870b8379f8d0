import { Link } from '@/ui/Link'

const NotFound = () => (
  <main className="mx-auto max-w-[640px] px-5 py-20">
    <title>Nothing here · Pavrel</title>
    <h1 className="serif verdict">Nothing here.</h1>
    <p className="mt-4 text-[18px]">This tub or entry doesn’t exist.</p>
    <Link href="/" className="go mt-8">
      To the tub
    </Link>
  </main>
)

export default NotFound
