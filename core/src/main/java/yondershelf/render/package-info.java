/**
 * Content, camera and light to pictures, on the CPU and the same on every machine. A path tracer with GGX
 * metallic-roughness (Walter et al. 2007; Heitz, JCGT 7(4), 2018), multiple scattering made up for (Kulla and Conty 2017), refraction
 * (Walter et al. 2007), sheen (Estevez and Kulla 2017), thin films (Belcour and Barla 2017), environment
 * importance sampling with the balance heuristic (Veach 1997), Owen-scrambled Sobol points (Burley, JCGT 9(4), 2020), and an
 * edge-avoiding a-trous filter (Dammertz et al. 2010).
 */
@NullMarked
package yondershelf.render;

import org.jspecify.annotations.NullMarked;
