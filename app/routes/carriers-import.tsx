export default function CarriersImport() {
  return null
}
