import type { Elevation, Point2 } from '@rigger/core';
import { length, type Style } from '@rigger/wording';
import { HEATHER, INK, INK2, RUST } from './print-style';

/** The elevation as an SVG text for print: the same shapes that the screen draws. */
export function elevationSvg(e: Elevation, style: Style): string {
  const pad = 1000; // room for the dimension texts on both sides, mm of the drawing
  const { minX, maxX, maxY } = e.bounds;
  const top = maxY + 160;
  const y = (v: number) => top - v;
  const points = (p: readonly Point2[]) => p.map(([x, v]) => `${x.toFixed(0)},${y(v).toFixed(0)}`).join(' ');
  const out: string[] = [];
  out.push(
    `<polygon points="${points(e.today.body)}" fill="none" stroke="${INK2}" stroke-width="9" stroke-dasharray="36 26"/>`,
  );
  out.push(
    `<polygon points="${points(e.planned.body)}" fill="#EEE3F0" stroke="${HEATHER}" stroke-width="14"/>`,
  );
  for (const g of e.planned.glass)
    out.push(`<polygon points="${points(g)}" fill="#FFFFFF" stroke="${HEATHER}" stroke-width="9"/>`);
  for (const w of e.wheels) {
    out.push(
      `<circle cx="${w.x}" cy="${y(w.y)}" r="${w.outer}" fill="#FFFFFF" stroke="${HEATHER}" stroke-width="14"/>`,
    );
    out.push(
      `<circle cx="${w.x}" cy="${y(w.y)}" r="${w.rim}" fill="none" stroke="${HEATHER}" stroke-width="9"/>`,
    );
  }
  out.push(
    `<line x1="${minX - pad}" y1="${y(0)}" x2="${maxX + pad}" y2="${y(0)}" stroke="${INK}" stroke-width="12"/>`,
  );
  for (const d of e.dimensions) {
    const x = d.axle === 'front' ? minX - 130 : maxX + 130;
    const anchor = d.axle === 'front' ? 'end' : 'start';
    const tx = x + (d.axle === 'front' ? -40 : 40);
    out.push(
      `<line x1="${x}" y1="${y(d.from)}" x2="${x}" y2="${y(d.to)}" stroke="${INK}" stroke-width="9"/>`,
    );
    for (const v of [d.from, d.to])
      out.push(
        `<line x1="${x - 34}" y1="${y(v) + 34}" x2="${x + 34}" y2="${y(v) - 34}" stroke="${INK}" stroke-width="12"/>`,
      );
    const middle = y((d.from + d.to) / 2);
    out.push(
      `<text x="${tx}" y="${middle - 20}" font-family="Spline" font-size="120" fill="${INK}" text-anchor="${anchor}">${length(d.valueMm, style)}</text>`,
    );
    out.push(
      `<text x="${tx}" y="${middle + 110}" font-family="Archivo" font-size="96" fill="${INK2}" text-anchor="${anchor}">${length(d.todayMm, style)} ${d.todayTaped ? 'taped' : 'computed'}</text>`,
    );
  }
  if (e.limitMm !== null)
    out.push(
      `<line x1="${minX}" y1="${y(e.limitMm)}" x2="${maxX + pad / 2}" y2="${y(e.limitMm)}" stroke="${RUST}" stroke-width="10" stroke-dasharray="80 40"/><text x="${maxX + pad / 2}" y="${y(e.limitMm) - 30}" font-family="Archivo" font-size="100" fill="${RUST}" text-anchor="end">limit ${length(e.limitMm, style)}</text>`,
    );
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${minX - pad} 0 ${maxX - minX + 2 * pad} ${top + 60}">${out.join('')}</svg>`;
}
