/** Pages of the open room. Scripts and styles are named by a number used once; pictures come as data, never as markup. */
const STYLE = `
:root{color-scheme:light dark}
body{margin:0;font:20px/1.4 Georgia,serif;background:Canvas;color:CanvasText;min-height:100vh;display:flex;flex-direction:column}
header{padding:12px 24px;border-bottom:1px solid GrayText;display:flex;justify-content:space-between;gap:24px}
main{flex:1;padding:16px 24px;display:flex;flex-direction:column;gap:16px}
p{margin:0;font-size:28px}
#pictures{display:flex;flex-wrap:wrap;gap:24px;align-items:flex-start}
#pictures img{background:#fff;max-width:100%;height:auto}
#pictures img:first-child{flex:1 1 520px;max-height:70vh}
#pictures img+img{flex:0 1 260px}
input,button{font:inherit;padding:8px 14px}
`;

const shell = (nonce: string, body: string, script = ''): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Jade Kite, the bench</title><style nonce="${nonce}">${STYLE}</style></head><body>${body}${script ? `<script nonce="${nonce}">${script}</script>` : ''}</body></html>`;

/** Asks for the code. */
export const askPage = (nonce: string, says: string): string =>
  shell(
    nonce,
    `<main><p>${says}</p><form method="get" action="/"><label>Code <input name="code" inputmode="numeric" maxlength="6" autocomplete="off" autofocus></label> <button>Follow</button></form></main>`,
  );

/** Shows the step in hand, and asks for the next one as soon as the bench turns the page. */
export const followPage = (nonce: string, code: string): string =>
  shell(
    nonce,
    '<header><b id="name">The bench</b><span id="place"></span></header><main><p id="says" aria-live="polite">Waiting for the bench …</p><div id="pictures"></div></main>',
    `
const code=${JSON.stringify(code)};let seen=-1;
const put=(id,text)=>{document.getElementById(id).textContent=text};
async function follow(){
  try{
    const answer=await fetch('/now?code='+code+'&after='+seen,{cache:'no-store'});
    if(answer.status===403||answer.status===410){put('says','The room was closed at the bench.');return}
    const now=await answer.json();
    if(now.version!==seen&&now.shown){
      seen=now.version;put('name',now.shown.name);put('place',now.shown.place);put('says',now.shown.says);
      const box=document.getElementById('pictures');box.textContent='';
      for(const svg of now.shown.pictures){
        const img=document.createElement('img');img.alt='';img.src='data:image/svg+xml;charset=utf-8,'+encodeURIComponent(svg);box.append(img);
      }
    }
  }catch{put('place','The bench is away; trying again.')}
  setTimeout(follow,1000);
}
follow();
`,
  );
