import { escape } from '../svg';

/** What the metadata of a print PDF says. */
export interface XmpFacts {
  readonly title: string;
  /** ISO 8601, in UTC. */
  readonly date: string;
  /** 32 hexadecimal digits. */
  readonly id: string;
  readonly standard: 'x4' | 'x1a';
  readonly trapped: boolean;
}

/** XMP metadata (ISO 16684-1) as PDF/X-4 asks for it (ISO 15930-7): version, title, dates, identifiers, trapping. */
export function writeXmp({ title, date, id, standard, trapped }: XmpFacts): string {
  const uuid = `uuid:${id.slice(0, 8)}-${id.slice(8, 12)}-${id.slice(12, 16)}-${id.slice(16, 20)}-${id.slice(20, 32)}`;
  return `<?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>
<x:xmpmeta xmlns:x="adobe:ns:meta/">
<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:xmpMM="http://ns.adobe.com/xap/1.0/mm/" xmlns:pdf="http://ns.adobe.com/pdf/1.3/" ${standard === 'x4' ? 'xmlns:pdfxid="http://www.npes.org/pdfx/ns/id/"' : 'xmlns:pdfx="http://ns.adobe.com/pdfx/1.3/"'}>
<dc:format>application/pdf</dc:format>
<dc:title><rdf:Alt><rdf:li xml:lang="x-default">${escape(title)}</rdf:li></rdf:Alt></dc:title>
<xmp:CreateDate>${date}</xmp:CreateDate>
<xmp:ModifyDate>${date}</xmp:ModifyDate>
<xmp:MetadataDate>${date}</xmp:MetadataDate>
<xmp:CreatorTool>Under Arc</xmp:CreatorTool>
<xmpMM:DocumentID>${uuid}</xmpMM:DocumentID>
<xmpMM:VersionID>1</xmpMM:VersionID>
<xmpMM:RenditionClass>default</xmpMM:RenditionClass>
<pdf:Producer>Under Arc</pdf:Producer>
<pdf:Trapped>${trapped ? 'True' : 'False'}</pdf:Trapped>
${standard === 'x4' ? '<pdfxid:GTS_PDFXVersion>PDF/X-4</pdfxid:GTS_PDFXVersion>' : '<pdfx:GTS_PDFXVersion>PDF/X-1a:2003</pdfx:GTS_PDFXVersion>'}
</rdf:Description>
</rdf:RDF>
</x:xmpmeta>
<?xpacket end="r"?>`;
}
