#version 3.7;
// The hoist tower from its corner.
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#declare WallX0 = 0; #declare WallX1 = TowerWide; #declare WallHeight = TowerHigh; #declare Openings = SouthOpenings; #declare OpeningCount = 18;
#include "parts/brickwork.inc"
#include "parts/openings.inc"
#include "parts/front-trim.inc"
#include "parts/street.inc"
#include "parts/daylight.inc"
#macro TowerWall()
  Brickwork() AllOpenings()
  #for (B, 0, 1) StringCourse(TowerBands[B]) #end
  Cornice()
  #for (R, 0, 2) box { <WallX0-0.06, R*0.3+0.004, -0.06>, <WallX1+0.06, R*0.3+0.296, 0.2> texture { StoneDark translate R*3.1 } } #end
#end
#macro Content()
  union { TowerWall() HoistBeam2(3.6) }
  #declare WallX0 = -TowerWide; #declare WallX1 = 0; #declare Openings = WestOpenings;
  union { TowerWall() rotate y*90 }
  box { <0.43,0,0.43>, <TowerWide,TowerHigh+0.6,TowerWide> texture { Mortar } }
  // Behind and beside: the mill's long roof, a shed
  box { <TowerWide+0.1,0,2.5>, <TowerWide+24,11.5,14> texture { pigment { granite scale 3 color_map { [0 rgb <0.40,0.22,0.16>] [1 rgb <0.47,0.27,0.20>] } } finish { diffuse 0.8 } } }
  box { <TowerWide,11.5,2.3>, <TowerWide+24.2,11.9,14> texture { Stone } }
  #for (I, 0, 7) #for (J, 0, 2)
    box { <TowerWide+1.2+I*2.8, 1.4+J*3.4, 2.45>, <TowerWide+2.5+I*2.8, 3.4+J*3.4, 2.52> pigment { rgb <0.05,0.06,0.07> } finish { diffuse 0.3 reflection { 0.05, 0.5 } } }
    box { <TowerWide+1.1+I*2.8, 1.28+J*3.4, 2.35>, <TowerWide+2.6+I*2.8, 1.4+J*3.4, 2.6> texture { Stone } }
  #end #end
  box { <-16,0,12>, <-6,4.6,20> texture { OldTimber scale 3 } }
  Slabs() Setts()
  box { <-30,-0.3,0>, <0,-0.004,40> texture { pigment { granite scale 0.6 color_map { [0 rgb <0.30,0.28,0.25>] [1 rgb <0.38,0.36,0.32>] } } normal { granite 0.2 scale 0.1 } finish { diffuse 0.75 } } }
  LampPost(-3.1, 2.5) Planter(2.0, -1.2) HandCart(5.2, -2.2)
  Opposite()
#end
#macro HoistBeam2(X)
  union {
    box { <X-0.14, 20.3, -1.7>, <X+0.14, 20.6, 0.3> texture { OldTimber rotate x*90 } }
    box { <X-0.15, 20.28, -1.72>, <X+0.15, 20.62, -1.6> texture { Iron } }
    torus { 0.18, 0.04 rotate z*90 translate <X, 20.1, -1.4> texture { Iron } }
    cylinder { <X, 20.1, -1.58>, <X, 13.0, -1.58>, 0.014 texture { OldTimber } }
    torus { 0.1, 0.022 rotate x*90 translate <X, 12.9, -1.58> texture { Iron } }
  }
#end
#macro Lights() Daylight(<-70, 70, -50>, 1.5) #end
#include "stage.inc"
