// Two tabs of one project: one writes, the other looks on.
import { expect } from 'chai';
import { Key } from 'selenium-webdriver';
import { sweep } from '../cases';
import { Session } from './browser';

describe('two tabs of one project, in Chromium', () => {
  let s: Session;
  let first: string;
  let second: string;
  before(async () => {
    s = await Session.open();
    await s.go('/project/harbour-light/pattern');
    await s.settled();
    first = await s.driver.getWindowHandle();
    await s.driver.switchTo().newWindow('tab');
    second = await s.driver.getWindowHandle();
    await s.go('/project/harbour-light/pattern');
    await s.settled();
  });
  after(() => s.close());
  const at = (tab: string) => s.driver.switchTo().window(tab);
  const title = () => s.find('header input');
  const named = () => s.run<string>('return document.querySelector("header input")?.value');

  it('one writes, the other looks on and is refused in words', async () => {
    await s.holds('the second looks on', async () => (await s.text('header [role=status]')) === 'View only');
    await (await title()).sendKeys(Key.END, 'x');
    await s.holds('it is refused', async () => /Another tab is at work/.test(await s.text('body')));
    expect(await named()).to.equal('Harbour Light');
    expect(await s.axe(), 'looking on').to.deep.equal([]);
  });

  it('at the board the one that looks on has no button that does nothing: what would change something is off, and says why', async () => {
    await s.go('/project/harbour-light/board');
    await s.holds('it looks on', async () => (await s.text('header [role=status]')).startsWith('View only'));
    await s.find('main p');
    const dead = await s.run<string[]>(
      `return [...document.querySelectorAll('main button, main input, footer button')].filter((b) => !b.matches(':disabled')).map((b) => b.textContent)`,
    );
    expect(dead).to.deep.equal([]);
    expect(await s.axe(), 'looking on at the board').to.deep.equal([]);
    await s.go('/project/harbour-light/pattern');
    await s.settled();
  });

  it('what is done in one shows in the other; taking over loses nothing, even 100 ms apart', async () => {
    await at(first);
    for (let i = 0; i < 4; i++) await (await title()).sendKeys(Key.END, `${i}`);
    await at(second);
    await s.press('Work here instead');
    await s.holds('it writes here now', async () => /^(Saved|Working)/.test(await s.text('header [role=status]')));
    expect(await named()).to.equal('Harbour Light0123');
    await (await title()).sendKeys(Key.END, '4');
    await at(first);
    await s.holds('it looks on now, and sees', async () => (await named()) === 'Harbour Light01234');
    await s.holds('it says so', async () => (await s.text('header [role=status]')) === 'View only');
    // Only what was done in a tab is undone there.
    expect(await (await s.named('Undo')).isEnabled()).to.equal(false);
    await at(second);
    await s.press('Undo');
    await s.holds('one’s own step is undone', async () => (await named()) === 'Harbour Light0123');
    expect(await (await s.named('Undo')).isEnabled()).to.equal(false);
  });

  it('a name given on the first page comes in beside what is being done', async () => {
    await at(first);
    await s.go('/');
    await s.press('Rename', '//li[@data-project="harbour-light"]');
    const input = await s.find('dialog input');
    await input.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Night Light', Key.ENTER);
    await at(second);
    await s.holds('the name is here', async () => (await named()) === 'Night Light');
  });

  sweep('deleted in one is seen in the other, and can be brought back there', async () => {
    await at(first);
    await s.press('Delete', '//li[@data-project="harbour-light"]');
    await at(second);
    await s.holds('it is said', async () => /was deleted/.test(await s.text('main')));
    await s.press('Restore');
    await s.settled();
    await s.holds('its name is here', async () => (await named()) === 'Night Light');
    await s.holds('it writes here', async () => /^(Saved|Working)/.test(await s.text('header [role=status]')));
    await (await title()).sendKeys(Key.END, '!');
    await s.holds('it is saved', async () => (await s.text('header [role=status]')) === 'Saved');
  });
});
