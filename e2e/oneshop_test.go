package e2e

import (
	"fmt"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A newcomer on an empty folder: three short questions, one Enter, and the first length is typed; the cut list comes from their own saw.
// A second job begins with that saw, its test cuts and their prices; where the shop moves on, the first job says so.
func TestFirstRunAndASecondJob(t *testing.T) {
	p := run(t, "serve", "--db", filepath.Join(t.TempDir(), "gnomon.db"))
	b := open(t, 1280, 800)
	b.goTo(p.page)
	b.see("Your saw, and a first moulding")
	b.fill("It is called", "The bench saw")
	b.click("[aria-label='The table swings to'] .el-segmented__item", "60°")
	b.click("[aria-label='A first moulding'] button", "Harbour base")
	b.click(".first .btn", "Keep in the shop")
	b.until("!document.querySelector('.first')")

	b.tabTo("form input")
	b.press("Shed")
	b.press(kb.Enter)
	b.focused("Wall 1")
	b.press("12'")
	b.press(kb.Enter)
	b.focused("Corner A")
	b.press("90")
	b.press(kb.Enter)
	b.see("1 of 4 walls, 1 of 4 corners")
	first := js[string](b, "location.pathname.split('/')[2]")
	for i, length := range []string{"8'", "12'", "8'"} {
		b.focused(fmt.Sprint("Wall ", i+2))
		b.press(length)
		b.press(kb.Enter)
		b.focused("Corner " + string(rune('B'+i)))
		b.press("90")
		b.press(kb.Enter)
	}
	b.see("4 of 4 walls, 4 of 4 corners")
	b.goTo(p.addr + "/jobs/" + first + "/joints")
	b.until("document.querySelector('.joints .list')")
	b.key("l")
	b.until("document.querySelectorAll('.lower .cuts tbody tr').length === 4")

	// A test cut made in the job is the saw's; a price is changed in the shop.
	b.goTo(p.addr + "/jobs/" + first + "/shop/saws")
	b.see("The bench saw")
	b.fill("corner made", "90.6")
	b.click(".btn", "Keep this test")
	b.see("Test cuts")
	b.goTo(p.addr + "/jobs/shop/prices")
	b.see("Back to Shop")
	b.fill("cope, a joint", "12.75")
	b.press(kb.Enter)
	b.until("document.querySelector('[title^=\"Undo\"]')?.disabled === false")

	b.goTo(p.page)
	b.see("Shed")
	b.tabTo("form input")
	b.press("A week later")
	b.press(kb.Enter)
	b.focused("Wall 1")
	second := js[string](b, "location.pathname.split('/')[2]")
	require.NotEqual(t, first, second)
	b.goTo(p.addr + "/jobs/" + second + "/shop/saws")
	b.see("The bench saw")
	b.see("Test cuts")
	b.goTo(p.addr + "/jobs/" + second + "/prices")
	b.until("[...document.querySelectorAll('.prices input')].some(i => i.value === '12.75')")
	assert.Zero(t, js[int](b, "document.querySelectorAll('.shopline').length"))

	b.goTo(p.addr + "/jobs/" + first + "/prices")
	b.see("The shop has moved on")
	b.click(".shopline .link", "What would change")
	b.click(".shopline .btn", "Follow it in this job")
	b.until("!document.querySelector('.shopline') && [...document.querySelectorAll('.prices input')].some(i => i.value === '12.75')")
}

// A list to be lived with: found, renamed, duplicated, put away, deleted and brought back.
func TestJobsForYears(t *testing.T) {
	p := demo(t)
	b := open(t, 1280, 800)
	b.goTo(p.addr)
	b.see("The Ferry House")
	b.until("document.querySelector('.come .next')")
	b.click(".more", "···")
	b.click(".acts .btn", "Duplicate with readings")
	b.see("The Ferry House, copy")
	b.click(".more", "···") // of the copy: it was touched last
	b.click(".acts .btn", "Rename")
	b.press("Boat shed")
	b.press(kb.Enter)
	b.see("Boat shed")
	b.until("document.querySelectorAll('.jobs li').length === 2")
	b.do(chromedp.Click("input[type=search]"))
	b.press("boat")
	b.until("document.querySelectorAll('.jobs li').length === 1")
	b.click(".acts .btn", "Put away")
	b.until("document.querySelectorAll('.jobs li').length === 0")
	b.click("[aria-label='Which jobs'] .el-segmented__item", "put away 1")
	b.see("Boat shed")
	// Somebody who has it open when it is deleted is told, and the way out.
	other := open(t, 820, 1180)
	other.goTo(p.addr + js[string](b, "new URL(document.querySelector('.all .name').href).pathname"))
	other.until("document.title.includes('Boat shed')")
	b.click(".more", "···")
	b.click(".acts .btn", "Delete")
	b.until("document.querySelectorAll('.jobs li').length === 0")
	other.see("was deleted")
	other.see("bring it back")

	b.click("[aria-label='Which jobs'] .el-segmented__item", "deleted 1")
	b.see("can be brought back until")
	b.click(".btn", "Bring it back")
	b.click("[aria-label='Which jobs'] .el-segmented__item", "put away 1")
	b.see("Boat shed")
	b.click(".jobs .name", "Boat shed")
	b.see("8 of 8 walls")
}

// A copy is made at one machine and brought back at another; a file is dropped.
func TestToAnotherMachine(t *testing.T) {
	p := demo(t)
	b := open(t, 1280, 800)
	b.goTo(p.addr + "/copies")
	b.see("Copies of everything")
	b.click(".btn", "Make a copy now")
	b.see("A copy is kept, and reads.")
	res, err := http.Get(p.addr + js[string](b, "document.querySelector('li a').getAttribute('href')"))
	require.NoError(t, err)
	defer res.Body.Close()
	file := filepath.Join(t.TempDir(), "backup.db")
	out, err := os.Create(file)
	require.NoError(t, err)
	_, err = io.Copy(out, res.Body)
	require.NoError(t, err)
	require.NoError(t, out.Close())

	other := run(t, "serve", "--db", filepath.Join(t.TempDir(), "gnomon.db"))
	o := open(t, 1280, 800)
	o.goTo(other.addr + "/copies")
	o.see("Copies of everything")
	o.do(chromedp.SetUploadFiles("input[type=file]", []string{file}, chromedp.ByQuery))
	o.see("in the place of everything?")
	o.click(".ask .btn", "Restore it")
	o.see("1 job is back")
	o.goTo(other.addr)
	o.click(".jobs .name", "The Ferry House")
	o.see("8 of 8 walls")

	// A job file that is dropped on the page is a job of its own.
	drop := func(name, text string) {
		o.do(chromedp.Evaluate(fmt.Sprintf(`(() => { const d = new DataTransfer(); d.items.add(new File([%s], %q));
			document.body.dispatchEvent(new DragEvent('drop', { dataTransfer: d, bubbles: true, cancelable: true })) })()`, quote(text), name), nil))
	}
	drop("dropped.json", `{"gnomon":1,"name":"Dropped","unit":"in","mouldings":[],"rooms":[{"id":"r","name":"Loft","closed":false,"walls":[{"id":"w","length":"96"}]}]}`)
	o.until("document.title.includes('Dropped')")
	drop("lap.csv", "u,z\n0,0\n0.5,0\n0.5,3\n0,3\n")
	o.until("[...document.querySelectorAll('.list b')].some(e => e.innerText === 'lap')")
	o.see("Section read.")
	drop("photo.jpg", "x")
	o.see("is nothing that is read here")
}

// A list of a thousand jobs is there at once, and a search in it.
func TestAThousandJobs(t *testing.T) {
	p := run(t, "serve", "--db", filepath.Join(t.TempDir(), "gnomon.db"))
	for i := range 1000 {
		res, err := http.Post(p.addr+"/api/jobs", "application/json", strings.NewReader(fmt.Sprintf(`{"name":"House %d","unit":"in"}`, i)))
		require.NoError(t, err)
		require.NoError(t, res.Body.Close())
		require.Equal(t, 200, res.StatusCode)
	}
	began := time.Now()
	res, err := http.Get(p.addr + "/api/jobs")
	require.NoError(t, err)
	b, err := io.ReadAll(res.Body)
	require.NoError(t, err)
	require.NoError(t, res.Body.Close())
	t.Logf("1,000 jobs listed in %d ms, %d KB", time.Since(began).Milliseconds(), len(b)>>10)
	v := open(t, 1280, 800)
	v.goTo(p.addr)
	v.until("document.querySelectorAll('.jobs li').length === 40")
	v.do(chromedp.Click("input[type=search]"))
	v.press("house 777")
	v.until("document.querySelectorAll('.jobs li').length === 1")
	v.press(kb.Enter)
	v.until("document.title.includes('House 777')")
}
