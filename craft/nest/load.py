"""(bench) instances to problems."""
import json
import numpy as np
from craft.nest.problem import *
from craft.nest.problem import Way
from shapely.geometry import Polygon
from shapely import union_all

def load(path, mode, scale=10.0):
    d = json.load(open(path)); H = d['fabric_width']*scale; gap=d['gap']*scale
    if mode=='folded': H/=2
    shapes=[]; things=[]
    def opened(o):
        m=o[::-1]*[1,-1]
        u=union_all([Polygon(o).buffer(1e-7),Polygon(m).buffer(1e-7)]).simplify(1e-5)
        return np.array(u.exterior.coords)[:-1]
    for p in d['pieces']:
        o=np.array(p['outline'],float)*scale
        rot=p['rotations']; g=p['grain_deg']
        base=rot[0]
        if p['on_fold'] and mode=='single':
            o=opened(o)
        c,s=np.cos(np.radians(base)),np.sin(np.radians(base))
        ring=np.array(o)@np.array([[c,s],[-s,c]])
        ring,_=centred(ring)
        k=len(shapes); shapes.append(ring)
        hx,hy=np.abs(ring).max(axis=0)
        both=[0]+([3] if len(rot)>1 else [])
        if mode=='single':
            lo,hi=hy,H-hy
            if p['on_fold'] or not p['mirrored']:
                for _ in range(p['quantity']): things.append(tuple(Way(k,f,lo,hi) for f in both))
            else:
                mk=k
                if base%180 not in (0,90):   # mirrored bias: own shape at the same rotation
                    m=np.array(o)*[1,-1]; m=m@np.array([[c,s],[-s,c]]); m,_=centred(m)
                    mk=len(shapes); shapes.append(m)
                    hx2,hy2=np.abs(m).max(axis=0)
                for q in range(p['quantity']):
                    if q%2==0: things.append(tuple(Way(k,f,lo,hi) for f in both))
                    elif mk==k: things.append(tuple(Way(k,f^2,lo,hi) for f in both))
                    else: things.append(tuple(Way(mk,f,hy2,H-hy2) for f in both))
        else:
            n=max(1,p['quantity']//2)
            if p['on_fold']:
                # turned end for end with the fold edge still on y = 0: flip x only (symmetric twin below)
                for _ in range(p['quantity']):
                    things.append(tuple(Way(k,f,hy,hy) for f in ([0]+([1] if len(rot)>1 else []))))
            else:
                lo,hi=hy,H-hy
                ways=[Way(k,f,lo,hi) for f in both]
                if p['mirrored'] or True:
                    ways+=[Way(k,f^2,lo,hi) for f in both]
                for _ in range(n): things.append(tuple(ways))
    return Problem(H,gap,tuple(shapes),tuple(things)), d
