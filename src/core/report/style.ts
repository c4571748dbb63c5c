/** The style of Suvet's pages: a well-set timetable. Colour only repeats what a word says. */
export const STYLE = `
:root{color-scheme:light dark;--ink:#1c2a33;--faint:#5c6b74;--paper:#fbfaf7;--line:#d9d6cc;--head:#0f3d4c;--plain:#2f6b4f;--marked:#1f5f99;--bridge:#8a5a00;--broken:#a4282c}
@media (prefers-color-scheme:dark){:root{--ink:#e4e8ea;--faint:#9aa8b0;--paper:#12191d;--line:#2b373e;--head:#9fd3df;--plain:#7cc7a0;--marked:#86bdf0;--bridge:#e3b259;--broken:#f08a86}}
*{box-sizing:border-box}
body{margin:0;background:var(--paper);color:var(--ink);font:15px/1.5 system-ui,sans-serif;font-variant-numeric:tabular-nums}
header,main{max-width:72rem;margin:0 auto;padding:1.5rem 1.25rem}
header{border-bottom:3px solid var(--head);padding-bottom:1rem}
h1{font-size:1.9rem;line-height:1.2;margin:.1rem 0 .6rem;color:var(--head)}
h2{font-size:1.3rem;margin:2rem 0 .5rem;color:var(--head)}
h3{font-size:1rem;margin:1rem 0 .35rem}
.kicker{margin:0;color:var(--faint);letter-spacing:.04em}
.facts{display:flex;flex-wrap:wrap;gap:.4rem 2.2rem;margin:0 0 .8rem}
.facts div{display:flex;flex-direction:row-reverse;gap:.45rem;align-items:baseline}
.facts dd{margin:0;font-size:1.5rem;font-weight:600}
.facts dt{color:var(--faint)}
nav{display:flex;flex-wrap:wrap;gap:.25rem 1.4rem}
a{color:var(--marked)}
a:focus-visible,summary:focus-visible,.scroll:focus-visible{outline:2px solid var(--marked);outline-offset:2px}
table{border-collapse:collapse;width:100%}
th,td{text-align:left;vertical-align:top;padding:.4rem 1rem .4rem 0;border-bottom:1px solid var(--line)}
thead th{color:var(--faint);font-weight:500;font-size:.86rem}
tbody th{font-weight:500}
code,pre{font:.88em/1.45 ui-monospace,monospace}
pre{overflow-x:auto;padding:.6rem .8rem;border:1px solid var(--line);margin:.4rem 0}
.words{display:block;color:var(--faint);font-weight:400;font-size:.88rem}
.by{color:var(--faint);font-size:.88rem}
.scroll{overflow-x:auto}
.bar{display:flex;height:.45rem;gap:1px;margin:.35rem 0 .25rem;min-width:5.5rem}
.bar i{background:currentColor}
.count{white-space:nowrap;margin-right:.6rem}
.plain{color:var(--plain)}.marked{color:var(--marked)}.bridge{color:var(--bridge)}.broken,.error{color:var(--broken)}.warning{color:var(--bridge)}.note{color:var(--marked)}
.finding{border-top:1px solid var(--line);padding:.2rem 0 .5rem}
.finding p{margin:.25rem 0}
.place{color:var(--faint);font-weight:400}
.cure::before{content:"Cure: ";font-weight:600}
details.inner{margin-left:1rem}
summary{cursor:pointer;padding:.35rem 0}
@media (max-width:44rem){tbody th .words{display:none}}
@media print{details::details-content{content-visibility:visible}nav{display:none}body{background:none}}
`.trim();
