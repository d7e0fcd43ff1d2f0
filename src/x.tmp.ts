import { readFileSync } from "node:fs";
import { makeLens } from "@/core/lens";
import { cling, edgePeaks, lensRail } from "@/core/lines";
import { greenLight } from "@/server/image/luminance";
const folder="/work/main/demo/photos/";
const NAMES = (process.env.N ?? "SM-0413.jpg,SM-0420.jpg,SM-0423.jpg,SM-0424.jpg,SM-0426.jpg,SM-0428.jpg").split(",");
const ALL=!!process.env.ALL;
function standsAlone(image: any, rail: any): boolean {
  const peaks = edgePeaks(image, rail, 40, 9);
  const clear = peaks.filter((own: any) => {
    const [here] = own.filter((p: any) => Math.abs(p.offset) < 0.6).sort((a: any, b: any) => Math.abs(b.slope) - Math.abs(a.slope));
    if (!here || Math.abs(here.slope) < 4) return false;
    return own.every((p: any) => Math.abs(p.offset) < 0.6 || Math.abs(p.slope) < 0.5 * Math.abs(here.slope));
  });
  return clear.length >= 34;
}
function over(image: any, rail: any): boolean {
  const f = new Float64Array(6);
  for (let i = 0; i <= 10; i++) for (const off of [-3, 3]) {
      rail.frame(i / 5 - 1, f);
      const [x, y] = [Math.floor(f[0]! + f[4]! * off), Math.floor(f[1]! + f[5]! * off)];
      if (image.data[y * image.width + x]! > 235) return true;
    }
  return false;
}
let tot=0, miss=0;
for (const name of NAMES) {
  const image: any = await greenLight(folder+name);
  const truth: any = JSON.parse(readFileSync(folder+name.replace(/\.\w+$/, ".truth.json"),"utf8"));
  const lens = makeLens(truth.size, {k:truth.lens.k,p:truth.lens.p,centre:truth.lens.centre,amount:1});
  let mt=0,mm=0;
  for (const e of truth.edges) {
    const {occluded,recorded}=e;
    const [a,b]=[recorded[1],recorded[recorded.length-2]];
    const length=Math.hypot(b[0]-a[0],b[1]-a[1]);
    const rail=lensRail(lens,lens.undistort(a),lens.undistort(b));
    if (occluded||length<120||!standsAlone(image,rail)||over(image,rail)) continue;
    const n=[-(b[1]-a[1])/length,(b[0]-a[0])/length];
    const across=(p:any,q:any)=>(p[0]-q[0])*n[0]!+(p[1]-q[1])*n[1]!;
    const x=cling(image,lens,[a,b]);
    tot++;mt++;
    if(!x){console.log(name,e.id,"NONE");miss++;mm++;continue;}
    const s=x.slope>0?1:-1;
    const o=[across(x.ends[0],a),across(x.ends[1],b)];
    const bad=Math.max(...o.map(Math.abs))>0.1; if(bad){miss++;mm++;}
    if(bad||ALL) console.log(name,e.id,e.kind,length.toFixed(0),"off",o.map(v=>(v*s).toFixed(3)).join(" "),"slope",x.slope.toFixed(1),"sig",x.sigmaPx.toFixed(3),"found",x.found.toFixed(2));
  }
  console.log(name,mt,mm);
}
console.log(tot,miss);
