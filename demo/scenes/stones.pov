#version 3.7;
// Stones at the water's edge, a coil of rope, leaves.
#include concat("layouts/", LayoutName, ".inc")
#include "parts/settings.inc"
#include "parts/materials.inc"
#include "parts/daylight.inc"
#declare RS2 = seed(StoneSeed);
#macro Content()
  #for (I, 0, 3400)
    #local D = 0.02+0.055*pow(rand(RS2),2.2); #local T = 0.16+0.42*rand(RS2); #local W = rand(RS2);
    sphere { 0, 1 scale <D*(1+0.6*rand(RS2)),D*0.55,D> rotate <20*rand(RS2)-10,360*rand(RS2),20*rand(RS2)-10>
      translate <-1.6+3.2*rand(RS2),-0.03+0.05*rand(RS2),-0.7+2.9*rand(RS2)>
      texture { pigment { granite scale 0.1 translate I color_map { [0 rgb <1,0.96,0.88>*T*0.75] [0.6 rgb <1,0.96,0.9>*T*(W>0.8 ? 1.4 : 1)] [1 rgb <0.8,0.86,0.9>*T] } } normal { granite 0.1 scale 0.02 } finish { diffuse 0.75 specular 0.12 roughness 0.03 } } }
  #end
  plane { y, -0.06 texture { pigment { granite scale 0.05 color_map { [0 rgb 0.16] [1 rgb <0.34,0.31,0.26>] } } normal { granite 0.5 scale 0.01 } } }
  // Rope in a coil, laid from short slanting strands
  #for (I, 0, 620)
    #local A = I*0.145; #local R = 0.12+0.0027*A; #local H = 0.06+0.028*mod(int(A/(2*pi)),3);
    sphere { 0, 0.017 scale <1.9,0.72,0.72> rotate y*24 rotate y*degrees(-A)+y*90 translate <0.16+R*cos(A),H,0.28+R*sin(A)> texture { pigment { rgb <0.62,0.52,0.36>*(0.8+0.3*rand(RS2)) } normal { bumps 0.4 scale 0.003 } finish { diffuse 0.8 } } }
  #end
  #for (I, 0, 60)
    sphere { 0, 0.045 scale <1.3,0.05,0.6> rotate <40*rand(RS2)-20,360*rand(RS2),40*rand(RS2)-20> translate <-1.2+2.4*rand(RS2),0.05+0.03*rand(RS2),-0.5+2.2*rand(RS2)> texture { pigment { bozo scale 0.02 color_map { [0 rgb <0.45,0.22,0.05>] [1 rgb <0.62,0.42,0.08>] } } finish { diffuse 0.75 } } }
  #end
#end
#macro Lights() Daylight(<-30, 34, -18>, 1.4) #end
#include "stage.inc"
