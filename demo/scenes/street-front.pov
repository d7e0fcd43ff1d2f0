#version 3.7;
#include concat("layouts/", LayoutName, ".inc")
#include "street-front.inc"
#macro Content() Front() Street() #end
#include "stage.inc"
