#version 3.7;
// The entrance, with bell plates beside it and a drainpipe beyond them.
#include concat("layouts/", LayoutName, ".inc")
#include "street-front.inc"
#include "parts/doorway.inc"
#macro Content() Front() BellPlates() Drainpipe() DoorLamp() BootScraper() Street() #end
#include "stage.inc"
