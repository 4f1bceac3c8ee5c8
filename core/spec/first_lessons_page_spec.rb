# frozen_string_literal: true

require_relative 'spec_helper'
load File.expand_path('../../bin/first-lessons', __dir__)

RSpec.describe 'the first lessons in docs/path.md' do
  it 'are as they are planned now: run bin/first-lessons after changing them' do
    expect(File.read(FirstLessonsPage::PAGE)).to eq(FirstLessonsPage.new.page)
  end
end
