// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/shell/opening_window.h"

#include <QCloseEvent>
#include <QFileInfo>
#include <QLocale>
#include <QProgressBar>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

namespace {
constexpr int kBlinkMilliseconds = 300;
constexpr int kTickMilliseconds = 50;
}  // namespace

OpeningWindow::OpeningWindow(app::Opening& opening, const QString& path)
    : m_opening(opening),
      m_title(label("Opening " + QFileInfo(path).fileName(), "heading", true)),
      m_rows(label("Reading the file", "soft", true)),
      m_bar(new QProgressBar),
      m_button(button("Cancel", "", [this] { close(); }))
{
    setWindowTitle("Sokudo");
    m_bar->setTextVisible(false);
    m_bar->setRange(0, 0);
    m_title->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_rows->setTextInteractionFlags(Qt::TextSelectableByMouse);
    QVBoxLayout* all = column(this, 24, 12);
    all->addWidget(m_title);
    all->addWidget(m_bar);
    all->addWidget(m_rows);
    all->addStretch();
    all->addWidget(m_button, 0, Qt::AlignRight);
    setMinimumWidth(scaled(480));
    m_button->setFocus();
    m_appear.setSingleShot(true);
    connect(&m_appear, &QTimer::timeout, this, [this] { show(); });
    connect(&m_tick, &QTimer::timeout, this, &OpeningWindow::showRows);
    connect(&m_opening, &app::Opening::done, &m_appear, &QTimer::stop);
    connect(&m_opening, &app::Opening::done, &m_tick, &QTimer::stop);
    m_appear.start(kBlinkMilliseconds);
    m_tick.start(kTickMilliseconds);
}

void OpeningWindow::showRows()
{
    const auto [rows, of] = m_opening.rows();
    if (of == 0) return;
    const QLocale english(QLocale::English);
    m_bar->setRange(0, static_cast<int>(of));
    m_bar->setValue(static_cast<int>(rows));
    m_rows->setText(english.toString(static_cast<qlonglong>(rows)) + " of " +
                    english.toString(static_cast<qlonglong>(of)) + " rows read");
}

void OpeningWindow::showFailure(const Error& error)
{
    m_title->setText(m_title->text().replace("Opening", "Cannot open"));
    m_bar->hide();
    m_rows->setText(app::toQt(error.message()));
    setKind(m_rows, "");
    m_button->setText("Close");
    show();
}

void OpeningWindow::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape) close();
    else QWidget::keyPressEvent(event);
}

void OpeningWindow::closeEvent(QCloseEvent* event)
{
    m_opening.cancel();
    QWidget::closeEvent(event);
    Q_EMIT closed();
}

}  // namespace sokudo::ui
