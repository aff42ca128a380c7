import createVerovioModule from 'verovio/wasm'
import { VerovioToolkit } from 'verovio/esm'
import { readFileSync, writeFileSync } from 'node:fs'
import { readAbc } from '../src/formats/abc/read'
import { ensembleMapper } from '../src/core/seats/ensemble'
import { emptyPlan } from '../src/core/seats/plan'
import { meiOf } from '../src/engrave/mei'
const r = readAbc(readFileSync('/tmp/t/x.abc','utf8')); if(!r.ok) throw new Error(JSON.stringify(r.problems))
const e = ensembleMapper()(r.piece, emptyPlan())
const mei = meiOf(r.piece, {maps:[e.violin,e.viola,e.cello,e.bass], rows:['letter','finger'], positions:true, labels:true})
writeFileSync('/tmp/t/x.mei', mei)
const m = await createVerovioModule(); const t = new VerovioToolkit(m)
t.setOptions({scale:40, adjustPageHeight:true, svgViewBox:true, font:'Leland', footer:'none', header:'none', lyricSize:4.5, lyricWordSpace:2, lyricTopMinMargin:4, spacingLinear:0.35, lyricVerseCollapse:true, pageWidth: 1000*100/40, systemMaxPerPage:1, pageMarginTop:20,pageMarginBottom:20,pageMarginLeft:20,pageMarginRight:20, breaks:'auto'} as any)
t.loadData(mei)
console.log(t.getPageCount())
for (let i=1;i<=t.getPageCount();i++) writeFileSync(`/tmp/t/p${i}.svg`, t.renderToSVG(i))
