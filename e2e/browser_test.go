// Package e2e runs the built program and works it through a real browser, as a
// carpenter would.
package e2e

import (
	"bufio"
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

var binary = flag.String("binary", "../bin/gnomon", "the built program")

// program is a running gnomon.
type program struct {
	cmd  *exec.Cmd
	addr string // http://127.0.0.1:port
	page string // the whole address that it printed
}

// built is where the program lies.
func built(t *testing.T) string {
	t.Helper()
	bin, err := filepath.Abs(*binary)
	require.NoError(t, err)
	if _, err := os.Stat(bin); err != nil {
		t.Fatalf("no program at %s: run make build, or make test", bin)
	}
	return bin
}

// run starts the program on a free port and waits for its address.
func run(t *testing.T, args ...string) *program {
	t.Helper()
	return start(t, exec.Command(built(t), append(args, "--addr", "127.0.0.1:0")...))
}

// start runs a command that becomes the program, and waits for the address that it prints.
func start(t *testing.T, cmd *exec.Cmd) *program {
	t.Helper()
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	cmd.Stderr = os.Stderr
	require.NoError(t, cmd.Start())
	lines, line := bufio.NewReader(out), ""
	for !strings.Contains(line, "http") {
		line, err = lines.ReadString('\n')
		require.NoError(t, err)
	}
	go io.Copy(io.Discard, lines)
	page := strings.TrimSpace(line[strings.Index(line, "http"):])
	p := &program{cmd: cmd, page: page, addr: "http://" + strings.SplitN(strings.TrimPrefix(page, "http://"), "/", 2)[0]}
	t.Cleanup(p.stop)
	return p
}

// demo starts the program on a fresh demo.
func demo(t *testing.T) *program {
	t.Helper()
	return run(t, "demo", "--year", "0", "--db", filepath.Join(t.TempDir(), "demo.db"), "--fresh")
}

// onDemo opens a page of a fresh demo's job at desk size.
func onDemo(t *testing.T, page string) *browser {
	t.Helper()
	b := open(t, 1280, 800)
	b.goTo(demo(t).addr + "/jobs/ferry-house/" + page)
	return b
}

func (p *program) stop() {
	if p.cmd.ProcessState == nil {
		_ = p.cmd.Process.Signal(syscall.SIGTERM)
		_ = p.cmd.Wait()
	}
}

// browser is one window.
type browser struct {
	t   *testing.T
	ctx context.Context
}

func open(t *testing.T, width, height int) *browser {
	t.Helper()
	opts := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.NoSandbox, chromedp.DisableGPU, chromedp.WindowSize(width, height),
		chromedp.Flag("disable-background-networking", true), chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true),
		chromedp.Flag("disable-sync", true), chromedp.Flag("ignore-certificate-errors", true), chromedp.Flag("force-color-profile", "srgb"))
	alloc, stop := chromedp.NewExecAllocator(context.Background(), opts...)
	t.Cleanup(stop)
	ctx, stop := chromedp.NewContext(alloc)
	t.Cleanup(stop)
	ctx, stop = context.WithTimeout(ctx, 3*time.Minute)
	t.Cleanup(stop)
	b := &browser{t, ctx}
	b.do(chromedp.EmulateViewport(int64(width), int64(height)))
	return b
}

func (b *browser) do(actions ...chromedp.Action) {
	b.t.Helper()
	require.NoError(b.t, chromedp.Run(b.ctx, actions...))
}

func (b *browser) goTo(url string) {
	b.t.Helper()
	b.do(chromedp.Navigate(url))
}

// js evaluates an expression.
func js[T any](b *browser, expr string) T {
	b.t.Helper()
	var raw json.RawMessage
	b.do(chromedp.Evaluate(expr, &raw))
	var v T
	require.NoError(b.t, json.Unmarshal(raw, &v), "%s gave %s", expr, raw)
	return v
}

// until waits for an expression to become true.
func (b *browser) until(expr string) {
	b.t.Helper()
	b.untilFor(15*time.Second, expr)
}

// untilFor waits so long at most.
func (b *browser) untilFor(wait time.Duration, expr string) {
	b.t.Helper()
	deadline := time.Now().Add(wait)
	for time.Now().Before(deadline) {
		var ok bool
		if chromedp.Run(b.ctx, chromedp.Evaluate("!!("+expr+")", &ok)) == nil && ok {
			return
		}
		time.Sleep(30 * time.Millisecond)
	}
	var shown string
	_ = chromedp.Run(b.ctx, chromedp.Evaluate("document.body.innerText", &shown))
	b.t.Fatalf("never true: %s\nsaid: %s\nfocus: %s\non the screen:\n%s", expr,
		js[string](b, "[...document.querySelectorAll('[role=alert], .notice')].map(e => e.innerText).join(' | ')"),
		js[string](b, "document.activeElement?.outerHTML.slice(0, 200) ?? ''"), shown)
}

func quote(s string) string { b, _ := json.Marshal(s); return string(b) }

// see waits for a text on the screen.
func (b *browser) see(text string) {
	b.t.Helper()
	b.until("document.body.innerText.includes(" + quote(text) + ")")
}

// press types keys wherever the focus is.
func (b *browser) press(keys string) {
	b.t.Helper()
	b.do(chromedp.KeyEvent(keys))
}

// key presses one letter the way a keyboard does: where the page takes the
// keydown for a command, no character follows.
func (b *browser) key(letter string) {
	b.t.Helper()
	b.do(input.DispatchKeyEvent(input.KeyDown).WithKey(letter).WithText(letter), input.DispatchKeyEvent(input.KeyUp).WithKey(letter))
}

// chord presses a key together with Alt or Ctrl.
func (b *browser) chord(mod input.Modifier, letter string) {
	b.t.Helper()
	b.do(input.DispatchKeyEvent(input.KeyDown).WithKey(letter).WithModifiers(mod), input.DispatchKeyEvent(input.KeyUp).WithKey(letter).WithModifiers(mod))
}

// enter types a text into the field with the given label, which must have come
// to the focus by itself, and takes it.
func (b *browser) enter(label, text string) {
	b.t.Helper()
	b.focused(label)
	b.press(text)
	b.press(kb.Enter)
}

// focused waits until the field with the label has the focus.
func (b *browser) focused(label string) {
	b.t.Helper()
	b.until(fmt.Sprintf("document.activeElement?.labels?.[0]?.innerText.trim().startsWith(%s)", quote(label)))
}

// tabTo presses Tab until the chosen thing has the focus.
func (b *browser) tabTo(selector string) {
	b.t.Helper()
	b.until("document.querySelector(" + quote(selector) + ")")
	for range 60 {
		if js[bool](b, "!!document.activeElement?.matches("+quote(selector)+")") {
			return
		}
		b.press(kb.Tab)
	}
	b.t.Fatalf("Tab never comes to %s", selector)
}

// print gives the page as it would be printed.
func (b *browser) print() []byte {
	b.t.Helper()
	var pdf []byte
	b.do(chromedp.ActionFunc(func(ctx context.Context) (err error) {
		pdf, _, err = page.PrintToPDF().WithPreferCSSPageSize(true).WithPaperWidth(8.27).WithPaperHeight(11.69).Do(ctx)
		return err
	}))
	return pdf
}

// countPages counts the page objects of a PDF.
func countPages(pdf []byte) int {
	return len(regexp.MustCompile(`/Type\s*/Page[^s]`).FindAll(pdf, -1))
}
