/** Standard normal quantiles: of 90 %, so that 80 % lie between, and of 99.5 %. */
export const Z80 = 1.2815515655446004;
export const Z995 = 2.5758293035489004;
