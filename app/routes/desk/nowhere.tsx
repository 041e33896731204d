/** Any address that leads nowhere. */
export function loader() {
  throw new Response('There is nothing at this address.', { status: 404 })
}

export function action() {
  throw new Response('There is nothing at this address.', { status: 404 })
}

export default function Nowhere() {
  return null
}
