import { jsonSchemas } from '@/core/formats/verniceFile'

/** The published JSON Schemas: /schema/piece.json and /schema/studio.json. */
export async function GET(_request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params
  const schemas = jsonSchemas()
  const schema = name === 'piece.json' ? schemas.piece : name === 'studio.json' ? schemas.studio : null
  if (!schema)
    return Response.json(
      { problem: `There is no schema “${name}”; ask for piece.json or studio.json.` },
      { status: 404 },
    )
  return Response.json(schema, { headers: { 'content-type': 'application/schema+json' } })
}
