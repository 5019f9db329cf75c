// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { laidOut } from './sx';

describe('the layout of an element', () => {
  it('counts spaces in steps of 8 px, corners in 6 px, widths up to one as a part, and leaves text and plain numbers alone', () => {
    expect(
      laidOut({
        p: 1,
        pt: 2,
        mx: 0.5,
        gap: 1.5,
        borderRadius: 1,
        width: 1,
        minWidth: 0.5,
        height: 44,
        zIndex: 10,
        lineHeight: 1.2,
        mb: 'auto',
      }),
    ).toEqual({
      className: undefined,
      style: {
        paddingTop: '16px',
        paddingRight: '8px',
        paddingBottom: '8px',
        paddingLeft: '8px',
        marginLeft: '4px',
        marginRight: '4px',
        rowGap: '12px',
        columnGap: '12px',
        borderRadius: '6px',
        width: '100%',
        minWidth: '50%',
        height: '44px',
        zIndex: '10',
        lineHeight: '1.2',
        marginBottom: 'auto',
      },
    });
  });

  it('takes colours by what they are for, and draws a border by its width alone', () => {
    expect(
      laidOut({
        color: 'text.secondary',
        bgcolor: 'background.paper',
        borderTop: 1,
        borderColor: 'divider',
        fill: 'red',
      }).style,
    ).toEqual({
      color: 'var(--bark)',
      backgroundColor: 'var(--shorn)',
      borderTopWidth: '1px',
      borderTopStyle: 'solid',
      borderColor: 'var(--oat)',
      fill: 'red',
    });
  });

  it('gives what changes with the window a class, and its value beside it', () => {
    expect(laidOut({ mt: { xs: 0, md: 2 }, display: { md: 'grid' } }, 'own')).toEqual({
      className: 'own xs-marginTop md-marginTop md-display',
      style: { '--xs-marginTop': '0px', '--md-marginTop': '16px', '--md-display': 'grid' },
    });
  });

  it('lets what comes later go over what came before, at every width', () => {
    // A class cannot go over a style: what changes with the window takes the plain value away.
    expect(laidOut([{ p: 1 }, { pt: { xs: 0, md: 3 } }]).style).toEqual({
      paddingRight: '8px',
      paddingBottom: '8px',
      paddingLeft: '8px',
      '--xs-paddingTop': '0px',
      '--md-paddingTop': '24px',
    });
    expect(laidOut([{ p: 1 }, { pt: { xs: 0, md: 3 } }, { pt: 2 }]).style).toMatchObject({ paddingTop: '16px' });
    expect(laidOut([{ m: 1 }, false, undefined, null, { mt: undefined, mb: 0 }]).style).toMatchObject({
      marginTop: '8px',
      marginBottom: '0px',
    });
    expect(laidOut({ color: 'red' }, undefined, { color: 'blue' }).style).toEqual({ color: 'blue' });
    expect(laidOut(undefined)).toEqual({});
  });
});
