import Link from 'next/link'

const NotFound = () => (
  <main className="mx-auto max-w-[640px] px-5 py-20">
    <h1 className="serif verdict">Nothing stands here.</h1>
    <p className="mt-4 text-[18px]">This tub or entry is not in the journal.</p>
    <Link href="/" className="go mt-8">
      To the tub
    </Link>
  </main>
)

export default NotFound
