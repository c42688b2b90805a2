import { writeFileSync } from 'node:fs';
import { By, Key } from 'selenium-webdriver';
import { Session } from './e2e/browser';
const shot=async(s:any,n:string)=>{await new Promise(r=>setTimeout(r,500));writeFileSync(`/tmp/s-${n}.png`,Buffer.from(await s.driver.takeScreenshot(),'base64'))};
(async()=>{const s=await Session.open();try{
 await s.go('/');await s.find('[data-project]');
 await s.press('Delete');await s.holds('gone',async()=>(await s.driver.findElements(By.css('[data-project]'))).length===0);await s.driver.executeScript('window.scrollTo(0,1e5)');await s.find('[role=status] button');await s.press('Undo','//*[@role="status"]');await s.find('[data-project]');await s.press('Delete');await new Promise(r=>setTimeout(r,13000));await s.press('The bin (1)');await s.find('[data-binned]');await shot(s,'bin');await s.press('Bring it back','//dialog');await s.press('Close','//dialog');
 await s.press('Keep everything');await s.find('dialog section');await s.press('Save everything','//dialog');await s.downloaded('.zip');await shot(s,'copies');
 await s.press('Close','//dialog');
 await s.size(390,844);await s.press('Keep everything');await s.find('dialog section');await shot(s,'copies390');await s.press('Close','//dialog');
 await s.go('/project/harbour-light/pattern');await s.settled(); 
 await (await s.find('[data-piece=crab]')).click();
 await s.driver.executeScript("window.name='x'");
 const x=await s.driver.findElement(By.xpath('//label[.="From the right edge"]/following-sibling::input'));await x.sendKeys(Key.chord(Key.CONTROL,'a'),'-10000',Key.ENTER);await shot(s,'field390');
}finally{await s.close()}})();
